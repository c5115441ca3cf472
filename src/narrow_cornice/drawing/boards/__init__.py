"""Boards for the client as drawings on paper: laid out by rule, moved and worded by hand."""
