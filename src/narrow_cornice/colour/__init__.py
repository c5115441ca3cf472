"""Colours: reading them, how light they are, how far apart."""
