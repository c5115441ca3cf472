"""What is to be bought."""
