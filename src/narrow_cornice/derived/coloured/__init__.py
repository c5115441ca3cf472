"""The colours of rooms by true area, their roles, and what neighbouring rooms share."""
