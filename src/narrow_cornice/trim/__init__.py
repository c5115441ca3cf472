"""Trim: orders, profiles, shade, runs and the sizes they ask for."""
