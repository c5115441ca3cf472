"""Rows of the bench that several places show."""
