"""What the client is asked of a room, item by item: what is new, kept, altered, moved, let go, with why and what it
costs.

A key says what was asked and what was proposed: another colour or profile is another item, and an answer to the
former one does not hold for it. ``ITEM_SOURCES`` are the topics that items come from, one function each.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import Literal

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.derived.built.before_walls import standing_in
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.piece_kinds import where_of
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.brief import Decision
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    BriefPath,
    BuiltInPath,
    DressingPath,
    FieldPath,
    FlightPath,
    GalleryPath,
    LampPath,
    ShownPath,
    StoodPath,
    SurfacePath,
    TrimPath,
)
from narrow_cornice.job.presented import Answer
from narrow_cornice.job.shared import with_rooms_alone
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.show import show_size
from narrow_cornice.units.words import several
from narrow_cornice.zones.library import furniture, lamp_kinds

State = Literal["new", "kept", "altered", "moved", "let go"]
BY_DECISION: dict[Decision, State] = {"keep": "kept", "alter": "altered", "move": "moved", "let go": "let go"}
MOST_PLACES = 4  # named of a finish


class Item(msgspec.Struct, frozen=True):
    """Something the client says yes or no to: its key, what it is, in words what it is like and why, its state, its
    colour (empty for none), what of it is brought as a ``sample``, what it costs (None where nobody knows), the
    client's answer, whether it can be left out, and all it is of where that is several things."""

    key: str
    about: ThingPath
    topic: str
    name: str
    said: str
    why: str
    state: State
    tone: str = ""
    sample: str = ""
    cost: float | None = None
    answer: Answer | None = None
    optional: bool = False
    where: tuple[ThingPath, ...] = ()


def _finishes(job: Job, room: Room) -> Iterator[Item]:
    """Yield every paint in its colour, every paper and tile that covers whole surfaces, with where they go."""
    known = {colour.id: colour for colour in job.colours}
    coverings = {one.id: one for one in job.coverings}
    shares, why = {}, {}
    palette = palette_of_room(job, room)
    whole = sum(shade.area.value for shade in palette)
    for shade in palette:
        shares[shade.colour] = 100.0 * shade.area.value / whole if whole else 0.0
        why[shade.colour] = f"the {shade.role}" if shade.role else ""
    places: dict[tuple[str, str], list[tuple[str, ThingPath]]] = {}
    for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
        product = one.finish.covering or (one.paint.id if one.paint is not None else "")
        if one.left or not product:
            continue
        colour = one.finish.colour if one.finish.covering is None and one.finish.colour else ""
        about = SurfacePath.by_key(room.id, one.surface.key)
        places.setdefault((product, colour), []).append((one.surface.group, about))
    paints = {paint.id: paint for paint in job.paints}
    for (product, colour), where in places.items():
        groups = list(dict.fromkeys(group for group, _ in where))
        said = ", ".join(groups[:MOST_PLACES]) + (" and more" if len(groups) > MOST_PLACES else "")
        covering, paint = coverings.get(product), paints.get(product)
        if covering is not None:
            name, tone, sample = covering.name, covering.tone, f"a piece of {covering.name}"
        elif paint is not None:
            shown = known.get(colour)
            name = f"{shown.name} in {paint.name}" if shown is not None else paint.name
            tone = shown.hex if shown is not None else ""
            sample = f"a card painted with {name}" if shown is not None else ""
        else:
            continue
        reasons = [why.get(colour, ""), f"{shares[colour]:.0f} % of what is seen" if shares.get(colour, 0) >= 1 else ""]
        because = ", ".join(one for one in reasons if one)
        yield Item(
            f"finish:{product}:{colour}",
            where[0][1],
            "finishes",
            name,
            said,
            because,
            "new",
            tone,
            sample,
            where=tuple(about for _, about in where),
        )


def _trim(job: Job, room: Room) -> Iterator[Item]:
    """Yield every kind of trim that is fitted, and what is there of old trim and stays."""
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        return
    names = job.order_keys()
    order = room.trim.own_order.name if room.trim.own_order is not None else names[room.trim.order].name
    for kind in KINDS:
        piece = trimmed.trim.of(kind)
        runs = [run for run in trimmed.runs if run.kind == kind]
        if piece.built and piece.height is not None and any(not run.there for run in runs):
            high = show_size(piece.height.value, job.settings)
            out = f", {show_size(piece.projection.value, job.settings)} deep" if piece.projection is not None else ""
            key = f"trim:{kind}:{piece.height.value:.0f}"
            why = f"by the {order} order"
            yield Item(key, TrimPath(room.id, kind), "trim", kind.capitalize(), f"{high} high{out}", why, "new")
        if any(run.there for run in runs):
            key, about = f"trim:{kind}:old", TrimPath(room.id, kind)
            yield Item(key, about, "trim", f"Old {kind}", "stays where it is", "it is there and sound", "kept")


def _built_ins(job: Job, room: Room) -> Iterator[Item]:
    """Yield every built-in that fits its place."""
    for face, one in standing_in(room, job.house_rules):
        run = one.built.built_in
        made = one.built.run
        wide, tall = show_size(one.right - one.left, job.settings), show_size(made.over, job.settings)
        said = f"{wide} wide, {tall} high, {several(len(run.bays), 'bay')}, wall {face.name}"
        state: State = "new" if run.boxes == "new" else "altered"
        why = "" if run.boxes == "new" else "the boxes are there and get new fronts"
        yield Item(f"built-in:{run.id}", BuiltInPath(room.id, run.id), "built-ins", run.name, said, why, state)


def _on_walls(job: Job, room: Room) -> Iterator[Item]:
    """Yield what is put on the walls: fields, groups of pictures, small things, screens."""
    for laid in fields_of(room, job.house_rules):
        if not laid.fault:
            key = f"field:{laid.field.id}:{laid.covering.id}"
            name, where = laid.covering.name, where_of(room, laid.field)
            about = FieldPath(room.id, laid.field.id)
            yield Item(key, about, "walls", name, where, "", "new", laid.covering.tone, f"a piece of {name}")
    for gallery in room.walling.galleries:
        many = len(gallery.pictures)
        said = several(many, "picture")
        yield Item(f"pictures:{gallery.id}", GalleryPath(room.id, gallery.id), "walls", gallery.name, said, "", "new")
    for flight in room.walling.flights:
        over = FlightPath(room.id, flight.id)
        yield Item(f"flight:{flight.id}", over, "walls", flight.name, "over the wall", "", "new")
    for screen in room.walling.screens:
        shown = ShownPath(room.id, screen.id)
        yield Item(f"screen:{screen.id}:{screen.way}", shown, "walls", screen.name, screen.way, "", "new")


def _furniture(job: Job, room: Room) -> Iterator[Item]:
    """Yield the pieces of the brief by what becomes of them, then those that stand on the plan and are in no brief."""
    rooms = {one.id: one for one in job.rooms}
    known = {colour.id: colour.hex for colour in job.colours}
    stood = {piece.furnishing: piece for piece in room.zones.pieces if piece.furnishing}
    for piece in room.brief.furnishings:
        if not piece.name:
            continue
        state = BY_DECISION[piece.decision]
        to = rooms.get(piece.to)
        said = f"to {to.name}" if piece.decision == "move" and to is not None else piece.how
        there = stood.get(piece.id)
        about: ThingPath = StoodPath(room.id, there.id) if there is not None else BriefPath(room.id)
        tone = known.get(there.colours[0], "") if there is not None and there.colours else ""
        yield Item(f"piece:{piece.id}:{piece.decision}", about, "furniture", piece.name, said, "", state, tone)
    for one in room.zones.pieces:
        if one.furnishing:
            continue
        kind = furniture()[one.kind]
        said = kind.name if one.name.lower() != kind.name else ""
        tone = known.get(one.colours[0], "") if one.colours else ""
        new = one.price is not None
        about = StoodPath(room.id, one.id)
        yield Item(
            f"stood:{one.id}", about, "furniture", one.name, said, "", "new" if new else "kept", tone, cost=one.price
        )


def _dressed(job: Job, room: Room) -> Iterator[Item]:
    """Yield what hangs at the windows, and the lamps."""
    cloth = job.cloth()
    for one in room.zones.dressings:
        fabric = cloth.get(one.fabric)
        said = fabric.name if fabric is not None else ""
        sample = f"a cutting of {fabric.name}" if fabric is not None and not one.there else ""
        tone = fabric.tone if fabric is not None else ""
        about = DressingPath(room.id, one.id)
        key = f"dressing:{one.id}:{one.fabric}"
        yield Item(key, about, "windows", one.name, said, "", "kept" if one.there else "new", tone, sample)
    for lamp in room.zones.lamps:
        kind = lamp_kinds()[lamp.kind]
        price = lamp.price if lamp.price is not None else kind.price
        lit = LampPath(room.id, lamp.id)
        state: State = "kept" if lamp.there else "new"
        cost = None if lamp.there else price
        yield Item(f"lamp:{lamp.id}", lit, "lamps", lamp.name, kind.layer, "", state, cost=cost)


def _fixed(job: Job, room: Room) -> Iterator[Item]:
    """Yield what stays and everything must agree with."""
    for one in room.brief.fixed:
        if one.name:
            tone = one.colours[0] if one.colours else ""
            why = "it stays: the colours agree with it"
            yield Item(f"fixed:{one.id}", BriefPath(room.id), "what stays", one.name, "", why, "kept", tone)


ITEM_SOURCES: tuple[Callable[[Job, Room], Iterator[Item]], ...] = (
    _finishes,
    _trim,
    _built_ins,
    _on_walls,
    _furniture,
    _dressed,
    _fixed,
)


def asked_of(job: Job, room: Room) -> tuple[Item, ...]:
    """Return the items of a room with the client's answers, in the order of the topics, without what they cost: that
    takes the whole list."""
    moved_to = {piece.to for piece in room.brief.furnishings if piece.decision == "move"}
    return _asked_of(with_rooms_alone(job, *(one for one in job.rooms if one.id in moved_to)), room)


@by_identity(times=1, each="room")
def _asked_of(job: Job, room: Room) -> tuple[Item, ...]:
    if not room.outdoors and measured_room(room, job.house_rules).fault:
        return tuple(_answered(room, one) for one in _furniture(job, room))
    made: dict[str, Item] = {}
    for source in ITEM_SOURCES:
        for item in source(job, room):
            made.setdefault(item.key, _answered(room, item))
    return tuple(made.values())


@by_identity(times=1, each="room")
def items_of(job: Job, room: Room) -> tuple[Item, ...]:
    """Return the items of a room with the client's answers and what they cost, in the order of the topics."""
    prices = {cost.about: cost.together for cost in costs(job) if not cost.whole}
    return tuple(_priced(item, prices) for item in asked_of(job, room))


def items_shown(job: Job, room: Room) -> tuple[Item, ...]:
    """Return the items of a room as its boards show them: with what they cost where that is wished."""
    return items_of(job, room) if job.presenting.costs else asked_of(job, room)


def _priced(item: Item, prices: Mapping[ThingPath, float]) -> Item:
    if item.cost is not None or item.state not in ("new", "altered"):
        return item
    paid = [prices[path] for path in item.where or (item.about,) if path in prices]
    return replace(item, cost=sum(paid)) if paid else item


def _answered(room: Room, item: Item) -> Item:
    shown = room.presented
    return replace(item, answer=shown.answers.get(item.key), optional=item.key in shown.optional)


def samples_of(job: Job) -> tuple[tuple[str, tuple[str, ...]], ...]:
    """Return the samples to bring, each once, with the rooms they are for."""
    found: dict[str, list[str]] = {}
    for room in job.rooms:
        for item in asked_of(job, room):
            if item.sample and (item.answer is None or item.answer.says != "no"):
                found.setdefault(item.sample, []).append(room.name)
    return tuple((sample, tuple(dict.fromkeys(rooms))) for sample, rooms in found.items())
