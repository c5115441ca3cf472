"""What is put on walls, floors and ceilings, fitted to the room as it was measured."""
