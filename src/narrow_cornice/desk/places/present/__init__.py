"""Present: what the client sees, and what they say to it."""
