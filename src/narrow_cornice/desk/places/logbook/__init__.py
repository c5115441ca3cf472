"""Logbook: what was done and used, what is left over, what it teaches, the house's book."""
