"""Commands of the command line, a file a topic; ``cli`` gathers them."""
