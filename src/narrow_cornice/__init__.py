"""Narrow Cornice: measured rooms, proportioned trim, finishes, and the list to buy from."""

import os

# One thread for the linear algebra, unless somebody says otherwise: rooms make small matrices, for which handing out
# the work costs more than the work itself.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.1.0"
