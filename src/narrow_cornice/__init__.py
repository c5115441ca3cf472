"""Narrow Cornice: measured rooms, proportioned trim, finishes, and the list to buy from."""

__version__ = "0.1.0"
