"""What follows from the built-ins of a job: fitted to their places, their strength, parts, hardware and sheets."""
