"""Walls: what is put on them, drawn to end where it should."""
