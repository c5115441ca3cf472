"""Every surface with its area, and what goes on it: repairs, coats, litres."""
