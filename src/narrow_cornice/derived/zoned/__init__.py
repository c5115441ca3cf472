"""Zones fitted to the measured room: what stands where, what is in its way, what is seen, windows dressed, light."""
