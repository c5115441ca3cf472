"""The logbook as it is drawn: the diary as it was written, the shelf of left-overs, lessons, the house's book."""
