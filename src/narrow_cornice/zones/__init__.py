"""Zones: how a room is used, what stands in it, how windows are dressed, lamps."""
