"""Lengths and quantities: reading what people type, showing it back."""
