"""Shims to buy: for jambs, for boards that stand proud, for carcasses."""
