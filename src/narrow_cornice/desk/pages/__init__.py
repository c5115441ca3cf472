"""One page for each place of the work."""
