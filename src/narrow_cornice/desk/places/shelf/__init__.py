"""The shelf: what the job has beside its rooms."""
