"""Colour: bridge materials, roles, the house as a string of palettes, trim and frames, accents, lamps, the deck."""
