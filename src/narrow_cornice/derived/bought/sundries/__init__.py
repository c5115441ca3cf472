"""Lines of one's own: what no part of the job asks for, and somebody wants bought."""
