"""The job: rooms and what was decided about them, as a value; its edits, history and file."""
