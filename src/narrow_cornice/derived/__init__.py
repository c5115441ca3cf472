"""What follows from the job, by topic: what was measured, its trim, its coats, what is bought; never the other way."""
