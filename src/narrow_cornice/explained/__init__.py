"""Explained figures: a value with the named arithmetic that made it."""
