"""From the job to quantities: rooms, surfaces and runs, then what to order and what it costs."""
