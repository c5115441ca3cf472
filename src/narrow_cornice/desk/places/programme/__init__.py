"""Programme: when the work is done."""
