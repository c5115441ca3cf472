"""Stand-ins for outside devices, and the plain line protocols they speak."""
