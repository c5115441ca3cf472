"""The faces of trim that are painted: its girth along its runs, and what a girth does not know: dentils and modillions,
blocks, returns, and of stiles and rails only the edges that show."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping
from types import MappingProxyType

from narrow_cornice.derived.coated.areas import (
    block_faces,
    edges_that_show,
    painted_trim,
    rectangle,
    return_face,
    sides_of_blocks,
)
from narrow_cornice.derived.coated.surface import Surface, plain_surface
from narrow_cornice.derived.trimwork.blocks import blocks_of, meeting_blocks
from narrow_cornice.derived.trimwork.courses import courses_of
from narrow_cornice.derived.trimwork.end_cuts import stop_of
from narrow_cornice.derived.trimwork.lying import lying_over
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.girth import girth_of
from narrow_cornice.trim.kinds import WITH_FACE, TrimKind
from narrow_cornice.trim.profiles import Profile

BOARDS: TrimKind = "stiles and rails"


@by_identity(times=1, each="wall")
def _trim_surface(kind: TrimKind, profile: Profile, *parts: Figure) -> Surface:
    """Return the surface of a kind of trim, of the lengths of its runs and of areas beside them."""
    lengths = [one for one in parts if one.unit != "m²"]
    beside = [one for one in parts if one.unit == "m²"]
    area = painted_trim(total("length", "run", lengths), girth_of(profile), called=kind)
    if beside:
        area = total(kind, "m²", [area, *beside])
    return plain_surface(f"{kind}@room", kind, "trim", kind.capitalize(), area, found="bare")


@by_identity(times=1, each="wall")
def _old_surface(kind: TrimKind, words: str, *sizes: Figure) -> Surface:
    """Return the face of old trim that stays, of lengths and girths in turn."""
    pieces = [painted_trim(*pair, called=f"old {kind}") for pair in zip(sizes[::2], sizes[1::2], strict=True)]
    return plain_surface(f"{kind}@there", kind, "trim", words, total(f"old {kind}", "m²", pieces))


def trim_surfaces(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> list[Surface]:
    """Return new trim, which comes bare, and old trim that stays, as it was found."""
    surfaces = []
    beside = _beside(trimmed, changed_rules)
    for kind in WITH_FACE:
        profile = trimmed.trim.of(kind).profile
        mine = [run.length for run in trimmed.runs if run.kind == kind and not run.there]
        if profile is not None and mine and kind == BOARDS:
            surfaces.append(_framework(trimmed))
        elif profile is not None and mine:
            surfaces.append(_trim_surface(kind, profile, *mine, *beside.get(kind, ())))
        old = [one for run in trimmed.runs if run.kind == kind and run.old for one in (run.length, run.old.girth)]
        if old:
            surfaces.append(_old_surface(kind, f"{kind.capitalize()} that stays", *old))
    return surfaces


@by_identity(times=1, each="room")
def _beside(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> Mapping[TrimKind, tuple[Figure, ...]]:
    """Return the areas of trim that its runs by their girth do not have, by kind."""
    made: dict[TrimKind, list[Figure]] = {}
    others = (_courses(trimmed, changed_rules), _blocks(trimmed, changed_rules), _returns(trimmed), _cut_away(trimmed))
    for kind, area in itertools.chain(*others):
        made.setdefault(kind, []).append(area)
    return MappingProxyType({kind: tuple(areas) for kind, areas in made.items()})


def _courses(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> Iterator[tuple[TrimKind, Figure]]:
    """Yield the two sides of every dentil and modillion: fronts and undersides are in the girth."""
    for run, course in courses_of(trimmed, changed_rules):
        note = f"of the {course.what} on wall {course.wall}"
        yield (
            run.kind,
            sides_of_blocks(
                table("number", float(course.count), "", note),
                table("depth", course.deep, "mm", note),
                table("tall", course.tall, "mm", note),
                called=f"{course.what} on {course.wall}",
                like=course.what,
            ),
        )


def _blocks(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> Iterator[tuple[TrimKind, Figure]]:
    """Yield the faces of blocks, less what the ends of trim against them cover."""
    for block in (*blocks_of(trimmed, changed_rules), *meeting_blocks(trimmed, changed_rules)):
        piece = trimmed.trim.of(block.trim)
        if piece.height is None or piece.projection is None:
            continue
        corner, meeting = block.kind == "corner block", block.kind == "block"
        ends = 2.0 if corner or meeting else 1.0
        note = f"{block.kind} of {block.at[:40]}"
        yield (
            block.trim,
            block_faces(
                table("wide", block.width, "mm", note),
                table("tall", block.height, "mm", note),
                table("thick", block.thickness, "mm", note),
                table("upright edges", 2.0, "", note),
                table("level edges", 2.0 if corner else 1.0, "", "a plinth block stands on the floor"),
                table("ends", ends, "", f"of {block.trim} against it"),
                piece.height,
                piece.projection,
                called=note,
                like=f"{block.kind}s",
            ),
        )


def _returns(trimmed: TrimmedRoom) -> Iterator[tuple[TrimKind, Figure]]:
    """Yield the face of every return of a run that ends free."""
    for run in trimmed.runs:
        profile = trimmed.trim.of(run.kind).profile
        if run.there or profile is None or run.part != "along":
            continue
        face = trimmed.measured.face(run.wall)
        for end, at in ((run.left, run.start), (run.right, run.end)):
            if end == "stop" and stop_of(trimmed, face, at).cut == "returned":
                out = table("out on the average", profile.mean_out, "mm", f"of the face of the {run.kind}")
                name = f"return on {run.wall_name}"
                yield run.kind, return_face(girth_of(profile), out, called=name, like="returns")


def _cut_away(trimmed: TrimmedRoom) -> Iterator[tuple[TrimKind, Figure]]:
    """Yield what is taken off for trim that runs into other trim or into an opening: it is cut away there."""
    for kind, area in lying_over(trimmed).items():
        piece = trimmed.trim.of(kind)
        if piece.profile is not None and piece.height is not None:
            face = area * girth_of(piece.profile).value / piece.height.value / 1e6
            yield kind, Figure("cut away", -face, "m²", "table", note="where it runs into other trim, by its girth")


@by_identity(times=1, each="room")
def _framework(trimmed: TrimmedRoom) -> Surface:
    """Return the faces of stiles and rails, and of their edges what stands out over the moulding before it: round the
    panels, and above where no rail caps them."""
    boards, mould, dado = (trimmed.trim.of(kind) for kind in (BOARDS, "panel mould", "dado rail"))
    thick = boards.projection.value if boards.projection is not None else 0.0
    before = mould.projection.value if mould.built and mould.projection is not None else 0.0
    wainscots = {one.id: one for one in trimmed.room.trim.panels if one.manner == "wainscot"}
    faces, around, open_above = [], [], []
    for face in trimmed.faces:
        lying = trimmed.panels_of(face.id)
        note = f"on wall {face.name}"
        for rect in lying.stiles:
            wide, tall = (table(name, mm, "mm", note) for name, mm in (("width", rect.wide), ("height", rect.tall)))
            faces.append(rectangle(wide, tall, called=f"board on {face.name}", like="faces of the boards"))
        around += [2 * (rect.wide + rect.tall) for panelling, rect in lying.panels if panelling in wainscots]
        capped = dado.built or all(one.zone != "below the dado rail" for one in wainscots.values())
        if not capped and lying.stiles:
            top = max(rect.v1 for rect in lying.stiles)
            open_above += [rect.wide for rect in lying.stiles if rect.v1 == top and rect.wide > rect.tall]
    edges = [
        edges_that_show(
            table("length", sum(lengths), "mm", note), table("thick", thick, "mm", "of the boards"),
            table("covered", min(thick, covered), "mm", "of the edge, by the moulding before it"), called=called,
        )
        for lengths, covered, note, called in (
            (around, before, "round every panel", "edges round the panels"),
            (open_above, 0.0, "of the upper rails", "upper edges"),
        )
        if lengths and thick > covered
    ]  # fmt: skip
    area = total(BOARDS, "m²", [*faces, *edges])
    return plain_surface(f"{BOARDS}@room", BOARDS, "trim", BOARDS.capitalize(), area, found="bare")
