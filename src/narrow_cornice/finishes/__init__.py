"""Finishes: paints and how far they go, coats, tins."""
