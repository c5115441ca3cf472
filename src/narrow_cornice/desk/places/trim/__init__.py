"""Trim."""
