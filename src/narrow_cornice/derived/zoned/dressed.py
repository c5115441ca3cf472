"""Windows dressed: where the rod hangs, how much cloth and lining, how large a shade; as figures."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.measured.rooms import MeasuredRoom, OpeningFace, WallFace, measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, choice, explained, reading, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import DressingPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Dressing, Fabric
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import MEMBERED
from narrow_cornice.zones.dressing import (
    cloth_needed,
    cut_plain,
    cut_to_repeat,
    rod_length,
    shade_area,
    stepped,
    widths_flat,
    widths_of_cloth,
)
from narrow_cornice.zones.library import DressingKind, dressing_kinds, rods

UPWARDS = "It ends above where it begins."
UNDER_CORNICE = 40.0  # mm from the cornice to a rod close under it


class Dressed(NamedTuple):
    """A dressed window, or a curtain across a zone.

    ``wall`` is the face of its wall, None of one across a zone; ``left``, ``right``, ``top`` and ``bottom`` are where
    it hangs on the wall in mm. ``rod``, ``widths``, ``cut``, ``cloth``, ``lining`` and ``area`` (of a ready-made shade)
    are figures, None for what it does not have; ``fault`` says what is missing.
    """

    dressing: Dressing
    kind: DressingKind
    fabric: Fabric
    lining_fabric: Fabric | None
    wall: WallFace | None
    opening: str
    left: float
    right: float
    top: float
    bottom: float
    rod: Figure | None = None
    widths: Figure | None = None
    cut: Figure | None = None
    cloth: Figure | None = None
    lining: Figure | None = None
    area: Figure | None = None
    size: tuple[float, float] = (0.0, 0.0)
    fault: str = ""


@explained("rod over the floor", "mm", "sill + window height + above")
def rod_height(sill: float, window_height: float, above: float) -> float:
    """Return how high a rod hangs that is so far above its window."""
    return sill + window_height + above


@explained("drop", "mm", "rod over the floor − end over the floor")
def drop_of(rod_over_the_floor: float, end_over_the_floor: float) -> float:
    """Return how far a curtain hangs down."""
    return rod_over_the_floor - end_over_the_floor


@by_identity(times=1, each="room", of=as_built)
def dressed_of(room: Room, changed_rules: dict[str, float], fabrics: tuple[Fabric, ...]) -> tuple[Dressed, ...]:
    """Return the dressed windows of a room; ``fabrics`` are the job's own beside those that ship."""
    from narrow_cornice.job.zoned import shipped_fabrics

    measured = measured_room(room, changed_rules)
    known = {**shipped_fabrics(), **{one.id: one for one in fabrics}}
    rules = house_rules_of(changed_rules)
    return tuple(_dressed(measured, one, known, rules, changed_rules) for one in room.zones.dressings)


def _window(measured: MeasuredRoom, opening_id: str) -> tuple[WallFace, OpeningFace] | None:
    for face in measured.faces:
        for seen in face.openings:
            if seen.opening.id == opening_id:
                return face, seen
    return None


def _dressed(
    measured: MeasuredRoom,
    one: Dressing,
    known: dict[str, Fabric],
    rules: HouseRules,
    changed_rules: dict[str, float],
) -> Dressed:
    kind, fabric = dressing_kinds()[one.kind], known[one.fabric]
    lined = None
    if one.lined != "not lined":
        lined = next((each for each in known.values() if each.purpose == one.lined), None)
    bare = Dressed(one, kind, fabric, lined, None, "", 0.0, 0.0, 0.0, 0.0)
    if measured.fault:
        return bare._replace(fault=measured.fault)
    if one.line is not None:
        return _across(measured, bare, rules)
    found = _window(measured, one.opening)
    if found is None:
        return bare._replace(fault="Its window is no longer there.")
    face, seen = found
    return _at_window(measured, bare, face, seen, (rules, changed_rules))


def _at_window(
    measured: MeasuredRoom, bare: Dressed, face: WallFace, seen: OpeningFace, by: tuple[HouseRules, dict[str, float]]
) -> Dressed:
    rules, changed_rules = by
    one, kind = bare.dressing, bare.kind
    path = DressingPath(measured.room.id, one.id)
    rect = seen.rect
    in_reveal = one.hangs == "in the reveal" if kind.rod else one.side == "in the reveal"
    if in_reveal:
        beyond = above = table("beyond", 0.0, "mm", "in the reveal")
    else:
        beyond = _said(one.beyond, path.sized("beyond"), rules.figure("rod_beyond"), "beyond")
        above = _said(one.above, path.sized("above"), rules.figure("rod_above"), "above")
    top = rod_height(seen.sill, seen.height, above)
    if one.hangs == "under the cornice" and kind.rod:
        top = _under_cornice(measured, face, (rect.u0 + rect.u1) / 2.0, changed_rules)
    bottom = _end_of(one, seen, rules) if kind.rod else seen.sill
    drop = drop_of(top, bottom)
    left, right = rect.u0 - beyond.value, rect.u1 + beyond.value
    placed = bare._replace(
        wall=face, opening=seen.opening.name, left=left, right=right, top=top.value, bottom=bottom.value
    )
    if drop.value <= 0.0:
        return placed._replace(fault=UPWARDS)
    if kind.made == "blind":
        wide, tall = (stepped(size, kind.step) for size in (right - left, drop.value))
        figures = (
            table("width", wide, "mm", f"in steps of {kind.step:g}"),
            table("height", tall, "mm", f"in steps of {kind.step:g}"),
        )
        return placed._replace(area=shade_area(*figures, called=one.name[:60]), size=(wide, tall))
    window = rod_length(seen.width, beyond)
    return _cloth(placed, window, drop, rules)


def _said(length: object, path: DressingPath, rule: Figure, name: str) -> Figure:
    mm = getattr(length, "mm", None)
    return rule if mm is None else choice(name, mm, "mm", path)


def _end_of(one: Dressing, seen: OpeningFace, rules: HouseRules) -> Figure:
    if one.drop == "to the floor" or seen.to_floor:
        return rules.figure("off_the_floor")
    if one.drop == "to the sill":
        return seen.sill
    return below_sill(seen.sill, rules.figure("curtain_below_sill"))


@explained("end over the floor", "mm", "sill − below it")
def below_sill(sill: float, below_it: float) -> float:
    """Return how high a curtain ends that hangs so far below its sill."""
    return sill - below_it


def _under_cornice(measured: MeasuredRoom, face: WallFace, at: float, changed_rules: dict[str, float]) -> Figure:
    """Return how high a rod is that hangs close under the cornice, or under the ceiling where there is none."""
    ceiling = _ceiling_at(face, at)
    trimmed = trimmed_room(measured.room, changed_rules)
    cornice = trimmed.trim.kinds.get(MEMBERED) if trimmed is not None else None
    tall = cornice.height.value if cornice is not None and cornice.height is not None else 0.0
    return close_under(
        table("ceiling", ceiling, "mm", "at the window"),
        table("cornice", tall, "mm", "as it is chosen" if tall else "none"),
        table("room for the rod", UNDER_CORNICE, "mm", "so that it can be hung"),
    )


@explained("rod over the floor", "mm", "ceiling − cornice − room for the rod")
def close_under(ceiling: float, cornice: float, room_for_the_rod: float) -> float:
    """Return how high a rod is that hangs close under a cornice."""
    return ceiling - cornice - room_for_the_rod


def _ceiling_at(face: WallFace, at: float) -> float:
    for (u0, z0), (u1, z1) in zip(face.upper_edge, face.upper_edge[1:], strict=False):
        if u0 <= at <= u1:
            return z0 + (z1 - z0) * (at - u0) / max(1e-9, u1 - u0)
    return face.tallest


def _across(measured: MeasuredRoom, bare: Dressed, rules: HouseRules) -> Dressed:
    """Return a curtain that hangs from the ceiling between two places of the plan."""
    one = bare.dressing
    assert one.line is not None
    (x0, y0), (x1, y1) = one.line
    long = ((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5
    high = min(measured.ceiling.at(x0, y0), measured.ceiling.at(x1, y1))
    path = DressingPath(measured.room.id, one.id)
    rod = reading("track", long, "mm", path)
    top, bottom = table("ceiling", high, "mm", "where it hangs"), rules.figure("off_the_floor")
    drop = drop_of(top, bottom)
    placed = bare._replace(left=0.0, right=long, top=high, bottom=bottom.value)
    if long < 100.0:
        return placed._replace(fault="Its track has no length.")
    if drop.value <= 0:
        return placed._replace(fault=UPWARDS)
    return _cloth(placed, rod, drop, rules)


def _cloth(placed: Dressed, rod: Figure, drop: Figure, rules: HouseRules) -> Dressed:
    """Return a dressing with the cloth it takes."""
    one, kind, fabric = placed.dressing, placed.kind, placed.fabric
    path = DressingPath("", one.id)
    heading = table("heading", kind.heading, "mm", kind.name)
    hem = table("hem", kind.hem, "mm", kind.name)
    wide = table("cloth", fabric.width, "mm", fabric.name)
    fullness = rules.figure("fullness") if one.fullness is None else choice("fullness", one.fullness, "", path)
    if kind.made == "flat":
        widths = widths_flat(rod, table("side", kind.side, "mm", kind.name), wide)
    else:
        widths = widths_of_cloth(rod, fullness, wide)
    if fabric.repeat > 0:
        cut = cut_to_repeat(drop, heading, hem, table("repeat", fabric.repeat, "mm", fabric.name))
    else:
        cut = cut_plain(drop, heading, hem)
    made = placed._replace(
        rod=rod if kind.rod else None, widths=widths, cut=cut, cloth=cloth_needed(widths, cut, called=one.name[:60])
    )
    lining = placed.lining_fabric
    if lining is not None:
        lining_wide = table("cloth", lining.width, "mm", lining.name)
        if kind.made == "flat":
            lining_widths = widths_flat(rod, table("side", 0.0, "mm", "as it is seen"), lining_wide)
        else:
            lining_widths = widths_of_cloth(rod, fullness, lining_wide)
        made = made._replace(lining=cloth_needed(lining_widths, cut_plain(drop, heading, hem), called=one.name[:60]))
    return made


def rod_bought(length: float) -> tuple[float, float] | None:
    """Return the length of the rod that is bought for one so long, and its price; None where none is long enough."""
    table_of = rods()
    size = next((one for one in table_of.lengths if one >= length - 1.0), None)
    if size is None:
        return None
    brackets = 2 + int(size // 1600)
    longer = table_of.per_metre * (size - table_of.lengths[0]) / 1000.0
    return size, round(table_of.price + longer + brackets * table_of.bracket, 2)
