"""Finishes."""
