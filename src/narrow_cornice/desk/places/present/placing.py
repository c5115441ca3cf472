"""What is being marked on a photograph, as the view keeps it: the way it is done, and the places so far."""

from __future__ import annotations

from typing import Literal

from narrow_cornice.job.presented import Spot

Way = Literal["grow", "outline", "corners", ""]
MARKS = "photo:"  # how such a pointing begins


def pointing_of(way: Way, placed: tuple[Spot, ...] = ()) -> str:
    """Return a way with its places as the view keeps it."""
    return f"{MARKS}{way}:" + ";".join(f"{x:.5f},{y:.5f}" for x, y in placed)


def way_of(pointing: str) -> Way:
    """Return the way that something is being marked, empty for none."""
    if not pointing.startswith(MARKS):
        return ""
    found = pointing.removeprefix(MARKS).partition(":")[0]
    return found if found in ("grow", "outline", "corners") else ""  # type: ignore[return-value]


def placed_of(pointing: str) -> tuple[Spot, ...]:
    """Return the places that were marked so far."""
    if not pointing.startswith(MARKS):
        return ()
    text = pointing.removeprefix(MARKS).partition(":")[2]
    made = []
    for part in text.split(";") if text else ():
        x, _, y = part.partition(",")
        made.append((float(x), float(y)))
    return tuple(made)
