"""When the work is done: works with what must be before them, drying, hands, rooms and weather, laid out over days."""
