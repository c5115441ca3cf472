"""Explained figures: a value with the named arithmetic that made it; house rules; the paths of things."""
