"""One rule of the second look per file; each has a ``look`` that yields findings. ``second_look`` lists them."""
