"""Tables of the job, each in a window of its own: house rules, colours, paints, milled trim, stock profiles."""
