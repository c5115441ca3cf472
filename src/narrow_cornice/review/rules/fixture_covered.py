"""Sockets, switches, grilles and radiators that trim would cover (M3; grilles and vents stay open)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from narrow_cornice.derived.trimwork.lying import trim_rects
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.paths import FixturePath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.review.moved_aside import moved_aside, openings_with_casings
from narrow_cornice.survey.faces import Rect

HOT = ("radiator",)
COVERABLE = ("socket", "switch", "grille", *HOT)


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every fixture against the runs of trim and the openings of its wall."""
    for face in seen.measured.faces:
        runs = [run for run in seen.trimmed.runs_of(face.id) if run.kind != "casing"]
        mould = seen.trim.of("panel mould")
        framed = seen.trimmed.panels_of(face.id).covered(mould.height.value if mould.height is not None else 0.0)
        covering = [rect for run in runs for rect in trim_rects(run, seen.trim)]
        covering += [one for _, one in framed]
        covering += [one for _, one in openings_with_casings(seen, face)]
        for fixture, rect in ((one, rect) for one, rect in face.hung if isinstance(one, Fixture)):
            over = next((run.kind for run in runs if _lies_over(trim_rects(run, seen.trim), rect)), "")
            over = over or next((name for name, one in framed if one.within(rect).area > 1.0), "")
            inside = next((one.opening.name for one in face.openings if one.rect.within(rect).area > 1.0), "")
            if fixture.kind not in COVERABLE or not (over or inside):
                continue
            what = f"the {over}" if over else inside[:40]
            hot = fixture.kind in HOT
            lies = "stands before" if hot else "lies under"
            fixes: tuple[Edit, ...] = ()
            if not hot:  # nobody moves a radiator to please a rail
                name = fixture.name
                fixes = tuple(moved_aside(seen, face, "fixtures", fixture.id, name, rect, covering))
            yield Finding(
                key=f"fixture covered:{seen.room.id}:{fixture.id}",
                grade="unsafe" if fixture.kind == "grille" and over else "worth a thought" if hot else "will show",
                room_id=seen.room.id,
                room=seen.room.name,
                where=f"{fixture.name}, wall {face.name}",
                says=f"{fixture.name[:1].upper()}{fixture.name[1:60]} {lies} {what}",
                many="Fixtures lie under trim or in openings: {n} places",
                measured=f"its middle is {seen.size(fixture.height.mm)} above the floor",
                rule="Sockets and switches stay in reach, grilles and vents stay open, heaters keep their distance.",
                risk=(
                    "Wood behind it dries out and moves, by the maker's sheet of the heater."
                    if hot
                    else "Moving one is work for a licensed electrician; cutting trim round it shows."
                ),
                about=FixturePath(seen.room.id, fixture.id),
                fixes=fixes,
            )


def _lies_over(parts: Sequence[Rect], rect: Rect) -> bool:
    return any(one.within(rect).area > 1.0 for one in parts)
