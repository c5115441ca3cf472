"""What is bought of trim: whole lengths, and the knives they are milled with."""
