"""The second look: what deserves a decision, with fixes that are ordinary edits."""
