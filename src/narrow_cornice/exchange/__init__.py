"""Open formats out: CSV lists, SVG and PDF drawings and sheets."""
