"""The brief, written like a letter."""
