"""What each room, surface, run and built-in costs: its share of the materials, its hours, and what these cost (O2)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

import msgspec

from narrow_cornice.derived.bought.hours import labour, works_in
from narrow_cornice.derived.bought.lines import InLengths, InSheets, Knife, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.building_hours import building_hours
from narrow_cornice.derived.coated.coatings import coated_surfaces, paint_line
from narrow_cornice.derived.coated.coverings import covering_line, room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.trimwork.fitting_hours import fitting_hours
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.amounts import Taken, taken_of
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.finishes import IN_LENGTHS
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BuiltInPath, FieldPath, RoomPath, SurfacePath, TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.show import cents


class Cost(msgspec.Struct, frozen=True):
    """What one thing costs: what it is of (a room, a surface, a run of trim, a built-in, the rest of a room), its
    materials in money, its hours, and what these cost; ``whole`` says that it is a room with all that is below it."""

    about: ThingPath
    words: str
    materials: float
    hours: float
    labour: float
    whole: bool = False

    @property
    def together(self) -> float:
        """Return materials and labour."""
        return cents(self.materials + self.labour)


@by_identity(times=2, each="job")
def costs(job: Job) -> tuple[Cost, ...]:
    """Return what every room costs, and below each its surfaces, runs, built-ins and the rest: these make the room, and
    the rooms the whole list."""
    wage = house_rules_of(job.house_rules).figure("wage")
    made: list[Cost] = []
    for room in job.rooms:
        parts = list(_of_room(job, room, wage))
        if parts:
            materials, hours, paid = (
                sum(getattr(one, name) for one in parts) for name in ("materials", "hours", "labour")
            )
            about = RoomPath(room.id)
            made.append(Cost(about, room.name, cents(materials), round(hours, 1), cents(paid), whole=True))
            made += parts
    return tuple(made)


class _Shared:
    """Shares of the price of lines, by what they fall on; what is left of a room's share is its rest."""

    def __init__(self, lines: list[LineToBuy], room: Room) -> None:
        self.left = {line.key: line.share_of_price(room.id) for line in lines}

    def split(self, line: str, weights: Mapping[ThingPath, float]) -> Iterator[tuple[ThingPath, float]]:
        """Yield the part of a line that falls on each thing by its weight, in cents that make the room's share."""
        whole, price = sum(weights.values()), self.left.pop(line, 0.0)
        so_far = before = 0.0
        for path, weight in weights.items() if whole else ():
            so_far += weight
            up_to = cents(price * so_far / whole)
            yield path, cents(up_to - before)
            before = up_to


def _of_room(job: Job, room: Room, wage: Figure) -> Iterator[Cost]:
    lines = to_buy(job).of_room(room.id)
    shared, materials = _Shared(lines, room), dict[ThingPath, float]()
    hours, words = dict[ThingPath, float](), dict[ThingPath, str]()
    for weights, key in _weights(job, room, lines, words):
        for path, part in shared.split(key, weights):
            materials[path] = cents(materials.get(path, 0.0) + part)
    for path, worked in _hours(job, room, words):
        hours[path] = hours.get(path, 0.0) + worked
    rest = RoomPath(room.id)
    other = cents(sum(shared.left.values()))
    spent = round(sum(hours.values()), 6)
    every = works_in(room, job.house_rules, job.paints, job.colours, job.milled, job.joinery, job.coverings)
    more = sum(figure.value for _, each in every for figure in each) - spent
    for path in dict.fromkeys((*materials, *hours)):
        yield _cost(path, words.get(path, ""), materials.get(path, 0.0), hours.get(path, 0.0), wage)
    if other or more > 0.005:
        yield _cost(rest, "sundries, repairs and the rest", other, max(0.0, more), wage)


def _cost(path: ThingPath, words: str, materials: float, hours: float, wage: Figure) -> Cost:
    shown = round(hours, 1)
    paid = labour(table("hours", shown, "h", words), wage).value if wage.value else 0.0
    return Cost(path, words, materials, shown, cents(paid))


def _weights(
    job: Job, room: Room, lines: list[LineToBuy], words: dict[ThingPath, str]
) -> Iterator[tuple[dict[ThingPath, float], str]]:
    """Yield what the lines of a room fall on, and by which weights."""
    tables = (room, job.house_rules, job.paints, job.colours)
    tins: dict[str, dict[ThingPath, float]] = {}
    covered = room_coverings(*tables, job.coverings)
    for one in coated_surfaces(*tables):
        path = SurfacePath.by_key(room.id, one.surface.key)
        tone, tint = (colour.id if colour is not None else None for colour in (one.colour, one.tint))
        for paint, colour, litres in (
            (one.paint, tone, one.litres),
            (one.primer, tint, one.primer_litres),
            (one.seal, None, one.seal_litres),
        ):
            if paint is not None and litres is not None and litres.value > 0:
                mine = tins.setdefault(paint_line(paint.id, colour), {})
                mine[path] = mine.get(path, 0.0) + litres.value
                words[path] = one.surface.name
        worn = covered.get(one.surface.key)
        if worn is not None and worn.amount is not None:
            tins.setdefault(covering_line(worn.covering.id), {})[path] = worn.amount.value
            words[path] = one.surface.name
    for taken in taken_of(room, job.house_rules):
        _weigh_field(room, taken, tins, words)
    for line in lines:
        if line.key in tins:
            yield tins[line.key], line.key
        elif isinstance(line.goods, InLengths | Knife) and line.goods.trim is not None:
            trim = TrimPath(room.id, line.goods.trim)
            words[trim] = str(line.goods.trim).capitalize()
            yield {trim: 1.0}, line.key
        elif isinstance(line.goods, InSheets):
            area: dict[ThingPath, float] = {}
            for name, part in zip(line.goods.cut.names, line.goods.cut.parts, strict=True):
                if name.room == room.id:
                    run = BuiltInPath(room.id, name.built_in)
                    area[run] = area.get(run, 0.0) + part.length * part.width
            for built in room.casework.built_ins:
                words[BuiltInPath(room.id, built.id)] = built.name
            yield area, line.key


def _weigh_field(
    room: Room, taken: Taken, tins: dict[str, dict[ThingPath, float]], words: dict[ThingPath, str]
) -> None:
    """Add what a field weighs in the lines of its covering: by tiles, blocks or strips, or by the length sawn."""
    field = taken.laid.field
    path, key = FieldPath(room.id, field.id), covering_line(field.covering.id)
    words[path] = field.name
    if isinstance(field.covering, IN_LENGTHS):
        if taken.plan is not None:
            tins.setdefault(f"{key}:blocks", {})[path] = float(taken.plan.taken)
        if taken.lengths:
            tins.setdefault(key, {})[path] = sum(taken.lengths)
        if taken.battens:
            tins.setdefault(f"{key}:battens", {})[path] = sum(taken.battens)
    elif taken.amount is not None:
        tins.setdefault(key, {})[path] = taken.amount.value


def _hours(job: Job, room: Room, words: dict[ThingPath, str]) -> Iterator[tuple[ThingPath, float]]:
    """Yield the hours of surfaces, of trim by its kind, and of built-ins."""
    tables = (room, job.house_rules, job.paints, job.colours)
    named = {one.surface.key: one.surface.name for one in coated_surfaces(*tables)}
    for key, hours in painting_hours(*tables).items():
        path = SurfacePath.by_key(room.id, key)
        words[path] = named.get(key, key)
        yield path, hours.value
    for key, covered in room_coverings(*tables, job.coverings).items():
        if covered.hours is not None:
            path = SurfacePath.by_key(room.id, key)
            words[path] = named.get(key, key)
            yield path, covered.hours.value
    for taken in taken_of(room, job.house_rules):
        if taken.hours is not None:
            field = FieldPath(room.id, taken.laid.field.id)
            words[field] = taken.laid.field.name
            yield field, taken.hours.value
    if trimmed_room(room, job.house_rules) is not None:
        fitted = fitting_hours(room, job.house_rules, job.milled, job.joinery)
        for kind in KINDS:
            if kind in fitted:
                words[TrimPath(room.id, kind)] = kind.capitalize()
                yield TrimPath(room.id, kind), fitted[kind].value
    for run in room.casework.built_ins:
        built = building_hours(room, run, job.house_rules)
        if built is not None:
            words[BuiltInPath(room.id, run.id)] = run.name
            yield BuiltInPath(room.id, run.id), built.value


def cost_with_labour(job: Job) -> Figure:
    """Return what the whole job costs, materials and labour together."""
    parts = [
        table(one.words[:60], one.together, "money", f"{one.hours:.1f} h and its materials")
        for one in costs(job)
        if one.whole
    ]
    return total("cost with labour", "money", parts, listed=True)
