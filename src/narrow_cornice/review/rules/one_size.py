"""Rooms whose orders want nearly the same size of a kind of trim: one size, one knife, shared bars (one size for the
house)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from narrow_cornice.derived.bought.lines import Knife, LineToBuy
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.job.edits.trim_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, JobSeen, together
from narrow_cornice.trim.kinds import KINDS, MEMBERED, TrimKind, choice_key
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.show import show_money, show_size


class _Made(NamedTuple):
    """What a room has made of a kind of trim: its size, what must be alike for one knife, the sizes of what it is put
    together from by their keys, and the lines of its knives."""

    room: Room
    size: float
    alike: tuple[object, ...]
    parts: tuple[tuple[str, float], ...]
    knives: tuple[LineToBuy, ...]

    @property
    def keys(self) -> frozenset[str]:
        """Return the keys of its knives."""
        return frozenset(line.key for line in self.knives)


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the knives of each kind: at those of rooms whose sizes are near one another."""
    most = 1 + seen.rules.value("same_size")
    for kind in KINDS:
        made = sorted(_made(seen, kind), key=lambda one: one.size)
        while made:
            first = made[0]
            near = [one for one in made if one.alike == first.alike and one.size <= first.size * most + 1e-6]
            made = [one for one in made if one not in near]
            if len({one.keys for one in near}) > 1:
                yield _finding(seen, kind, near)


def _made(seen: JobSeen, kind: TrimKind) -> Iterator[_Made]:
    """Yield what rooms have made of a kind, at the size that their order wants."""
    knives: dict[str, list[LineToBuy]] = {}
    for line in seen.bought.lines:
        if isinstance(line.goods, Knife) and line.goods.trim == kind:
            for room_id, _, _ in line.shares:
                knives.setdefault(room_id, []).append(line)
    for room in seen.job.rooms:
        trimmed = trimmed_room(room, seen.job.house_rules) if room.id in knives else None
        if trimmed is None:
            continue
        piece, choices = trimmed.trim.of(kind), room.trim.choices
        members = trimmed.trim.members if kind == MEMBERED else ()
        keys = [kind, *(choice_key(kind, one.name) for one in members)]
        said = [choices[key] for key in keys if key in choices]
        if piece.height is None or piece.projection is None or any(one.height or one.drawn for one in said):
            continue  # a size that somebody typed, or a section that somebody drew, is a decision
        fitted = tuple((choice_key(kind, one.name), one.height.value) for one in members if one.fitted)
        out = "as it is high" if kind == MEMBERED else round(piece.projection.value, 1)
        alike = (out, room.trim.curves, tuple(key for key, _ in fitted))
        parts = fitted or ((kind, piece.height.value),)
        yield _Made(room, piece.height.value, alike, parts, tuple(knives[room.id]))


def _finding(seen: JobSeen, kind: TrimKind, near: Sequence[_Made]) -> Finding:
    middle = near[len(near) // 2]
    settings = seen.job.settings
    size = show_size(middle.size, settings)
    knives = {line.key: line.price for one in near for line in one.knives}
    saved = sum(price for key, price in knives.items() if key not in middle.keys)
    money = f" {settings.money}" if settings.money else ""
    ratios = ", ".join(
        f"{one.room.name[:30]} {show_size(one.size, settings)} ({100 * (middle.size / one.size - 1):+.1f} %)"
        for one in near
        if one is not middle
    )
    names = ", ".join(one.room.name[:30] for one in near)
    edits: list[Edit] = [
        change_trim(one.room.id, key, height=plain_length(value)) for one in near for key, value in middle.parts
    ]
    return Finding(
        key=f"one size:{kind}:{'+'.join(one.room.id for one in near)}",
        grade="worth a thought",
        room_id=middle.room.id,
        room=names,
        where=kind,
        says=f"{kind.capitalize()} of {len(near)} rooms could be one size, {size}: "
        f"{show_money(saved)}{money} less in knives",
        many="Sizes of trim that could be one: {n} kinds",
        measured=f"{size} against {ratios}",
        rule="Rooms whose orders want nearly the same share one size, one knife and bars (one size for the house).",
        risk="A knife for each, and no bar of one room serves another. Each room can still have its own.",
        about=TrimPath(middle.room.id, kind),
        fixes=(together(f"Use {size} in all of them", edits),),
    )
