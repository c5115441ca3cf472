"""What hangs on walls, to buy."""
