"""Measuring: readings and what is on the walls."""
