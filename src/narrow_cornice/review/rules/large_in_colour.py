"""Big purchases that will move house in a strong colour (C8)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.colour.undertone import chroma_of
from narrow_cornice.job.edits import change_zoned
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import StoodPath
from narrow_cornice.review.finding import Finding, JobSeen
from narrow_cornice.zones.library import furniture

STRONG = 25.0  # chroma


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at what is large, to be bought, and colourful."""
    known = {colour.id: colour for colour in seen.job.colours}
    quiet = [colour for colour in seen.job.colours if colour.of == "paint" and chroma_of(colour.hex) < STRONG / 2.0]
    for room in seen.job.rooms:
        for piece in room.zones.pieces:
            first = known.get(piece.colours[0]) if piece.colours else None
            if piece.price is None or not furniture()[piece.kind].large or first is None or first.of != "paint":
                continue
            if chroma_of(first.hex) < STRONG:
                continue
            fixes: tuple[Edit, ...] = ()
            if quiet:
                calm = min(quiet, key=lambda colour: chroma_of(colour.hex))
                colours = (calm.id, *piece.colours[1:])
                edit = change_zoned(room.id, "pieces", piece.id, piece.name, colours=colours)
                fixes = (Edit(f"In {calm.name[:24]}", edit.apply),)
            yield Finding(
                key=f"large in colour:{room.id}:{piece.id}",
                grade="worth a thought",
                room_id=room.id,
                room=room.name,
                where=piece.name[:60],
                says=f"{piece.name[:40]} is bought in {first.name[:30]}",
                many="Large purchases in strong colours: {n} pieces",
                measured=f"chroma {chroma_of(first.hex):.0f}, strong from {STRONG:.0f}",
                rule="Neutral for big purchases that will move house; colour on what is cheap to change.",
                risk="It fits no other room, and is dear to change.",
                about=StoodPath(room.id, piece.id),
                fixes=fixes,
            )
