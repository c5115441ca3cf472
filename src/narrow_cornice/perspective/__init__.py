"""A measured perspective: an eye, what stands before what, and where each place comes to lie on the picture."""
