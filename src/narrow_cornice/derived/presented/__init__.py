"""What the client is shown and asked: the items of every room, and the samples to bring."""
