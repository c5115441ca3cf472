"""The room as it stands: its plan, its faces, its widths and envelopes, the house."""
