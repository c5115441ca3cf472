"""What the bench shows for each kind of thing, as rows."""
