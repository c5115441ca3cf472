"""Patterns of one scale only, or nothing plain to rest the eye (C7)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from typing import NamedTuple

from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.edits import change_finish, change_zoned
from narrow_cornice.job.finishes import Covering, Paper
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import DressingPath, FieldPath, StoodPath, SurfacePath
from narrow_cornice.review.finding import Finding, JobSeen


class _Use(NamedTuple):
    """A pattern in a room: its scale, what wears it, and what would make that plain, None where only taste knows."""

    scale: str
    about: ThingPath
    plain: Edit | None


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the patterns of the furniture, the cloth and the papers of every room."""
    for room, coated in seen.coated:
        papers, share = _papers(room, coated, {one.id: one for one in seen.job.coverings}, seen.rules)
        uses = [*papers, *_dressings(seen.job, room), *_pieces(room)]  # what is changed most easily comes last
        if len(uses) < 2:
            continue
        scales = Counter(one.scale for one in uses)
        furniture = room.zones.pieces
        rests = any(piece.pattern == "plain" for piece in furniture) or share <= 0.5
        says = ""
        if len(scales) == 1:
            says = f"{len(uses)} patterns of one scale, {next(iter(scales))}"
        elif not rests and len(uses) > 2:
            says = "Nothing plain among furniture and walls"
        if not says:
            continue
        last = uses[-1]
        yield Finding(
            key=f"pattern scales:{room.id}",
            grade="worth a thought",
            room_id=room.id,
            room=room.name,
            where="patterns",
            says=says,
            many="Patterns fight one another: {n} rooms",
            measured=", ".join(f"{count} {scale}" for scale, count in scales.items()),
            rule="Large, medium and small scale mixed, with plain areas to rest the eye.",
            risk="They fight, and the eye finds no rest. For the timid: a quiet pattern, and only on the floor.",
            about=last.about,
            fixes=(last.plain,) if last.plain is not None else (),
        )


def _pieces(room: Room) -> Iterator[_Use]:
    for piece in room.zones.pieces:
        if piece.pattern != "plain":
            edit = change_zoned(room.id, "pieces", piece.id, piece.name, pattern="plain")
            yield _Use(piece.pattern, StoodPath(room.id, piece.id), Edit(f"Plain for {piece.name[:24]}", edit.apply))


def _dressings(job: Job, room: Room) -> Iterator[_Use]:
    cloth = job.cloth()
    for one in room.zones.dressings:
        worn = cloth[one.fabric]
        if worn.pattern == "plain":
            continue
        other = next(
            (each for each in cloth.values() if each.pattern == "plain" and each.purpose == worn.purpose), None
        )
        made = None
        if other is not None:
            edit = change_zoned(room.id, "dressings", one.id, one.name, fabric=other.id)
            made = Edit(f"{other.name[:30]} for {one.name[:24]}", edit.apply)
        yield _Use(worn.pattern, DressingPath(room.id, one.id), made)


def _papers(
    room: Room, coated: tuple[Coated, ...], coverings: Mapping[str, Covering], rules: HouseRules
) -> tuple[list[_Use], float]:
    """Return the patterned papers of a room, each once, and the share of its walls that one of them is on."""
    walls = [one for one in coated if one.surface.kind == "wall"]
    found: dict[str, _Use] = {}
    worn: set[str] = set()
    for one in walls:
        paper = coverings.get(one.finish.covering or "")
        if isinstance(paper, Paper) and paper.repeat > 0.0:
            worn.add(one.surface.wall_id)
            edit = change_finish([room.id], [one.surface.key], f"Paint in place of {paper.name[:30]}", covering=None)
            found.setdefault(paper.id, _Use(_scale(paper, rules), SurfacePath.by_key(room.id, one.surface.key), edit))
    for field in room.walling.fields:
        if field.on == "wall" and isinstance(field.covering, Paper) and field.covering.repeat > 0.0:
            worn.add(field.wall)
            use = _Use(_scale(field.covering, rules), FieldPath(room.id, field.id), None)
            found.setdefault(field.covering.id, use)
    whole = sum(one.surface.gross.value for one in walls)
    papered = sum(one.surface.gross.value for one in walls if one.surface.wall_id in worn)
    return list(found.values()), papered / whole if whole > 0.0 else 0.0


def _scale(paper: Paper, rules: HouseRules) -> str:
    """Return the scale of a paper's pattern, by how soon it repeats."""
    if paper.repeat <= rules.value("pattern_small"):
        return "small"
    return "medium" if paper.repeat < rules.value("pattern_large") else "large"
