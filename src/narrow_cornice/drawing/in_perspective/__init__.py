"""A room in perspective: its surfaces and all that stands in it as faces in space, drawn from an eye."""
