"""Drawings as values: marks in millimetres made from the job, which canvas, SVG and PDF all draw alike."""
