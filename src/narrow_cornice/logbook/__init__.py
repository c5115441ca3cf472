"""What was done and used, what is left over, and what it teaches."""
