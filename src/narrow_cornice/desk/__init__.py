"""The window: it shows the job and asks; it computes nothing."""
