"""The places of the work, a folder for each: what it declares, its page, its rows, its sizes."""
