"""Zones: how rooms are used, what stands in them, windows dressed, lamps."""
