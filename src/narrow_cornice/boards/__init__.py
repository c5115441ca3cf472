"""What the client sees: viewpoints, the items of a room with their reasons, and what goes on its board."""
