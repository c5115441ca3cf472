"""Casework: boards, strength, bays, parts. Plain values; nothing here knows the job."""
