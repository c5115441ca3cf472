"""What is bought of paint."""
