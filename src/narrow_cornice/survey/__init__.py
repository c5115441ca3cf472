"""The building as it was measured: plans from readings, openings, faces of walls."""
