"""Trim on the measured room: fitted, in runs and panels, cut and matched with stock."""
