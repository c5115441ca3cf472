"""Lengths to buy and cut: pure solvers over numbers."""
