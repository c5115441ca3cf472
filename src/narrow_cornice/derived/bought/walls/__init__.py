"""Slats, boards and blocks to buy."""
