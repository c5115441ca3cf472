"""The works of a job and when they are done."""
