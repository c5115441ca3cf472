"""A piece of trim in section, with the names of its members, its sizes, and its shade beside it."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Sequence

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.sections import is_drawn, joint_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.marks import (
    LAID_WIDE,
    About,
    Area,
    Dimension,
    Drawing,
    Handle,
    Label,
    Mark,
    Pen,
    Strip,
    Stroke,
    bounds_of,
)
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import MemberPath, TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import FRAMING, TrimKind
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.profiles import TURNED, Profile, cornice_profile
from narrow_cornice.trim.shade import shade_strip
from narrow_cornice.trim.sight import Sight, seen_from
from narrow_cornice.trim.stacks import face_of
from narrow_cornice.units.show import bare_size, show_section
from narrow_cornice.units.told import Long, Told, said_in

TINTS = ("wood", "#dcc6a0", "#eadfc8", "#cfb98f")  # pieces of stock, so that each is seen by itself
THIN_EDGE = 0.08  # of the height at either edge that may be thin: it lies on wall or ceiling


@by_identity(times=1, each="drawing", of=as_built)
def trim_section(
    room: Room, changed_rules: dict[str, float], settings: Settings, kind: TrimKind, plain: bool, beside: bool = True
) -> Drawing:
    """Return the section of one kind of trim; ``plain`` leaves out names and sizes, for a small inset.

    ``beside`` puts one great crown beside a cornice, for comparison; without it the section is drawn larger.
    """
    trimmed = trimmed_room(room, changed_rules)
    title = f"Section, {kind}"
    piece = trimmed.trim.of(kind) if trimmed is not None else None
    if piece is None or piece.profile is None or piece.height is None or piece.projection is None:
        missing = measured_room(room, changed_rules).fault or f"No {kind} is fitted in this room."
        return Drawing(title, missing, (), (0.0, 0.0, 200.0, 200.0))

    def shown(mm: float) -> str:
        return bare_size(mm, settings)

    profile = piece.profile
    about = TrimPath(room.id, kind)
    marks = section_marks(profile, about)
    height, out = profile.height, profile.projection
    unit = height / 100
    seen = ""
    if not plain:
        rules = house_rules_of(changed_rules)
        eye, distance = rules.value("eye_height"), rules.value("sight_distance")
        sight = seen_from(profile, piece.bottom, eye, distance) if kind not in FRAMING else None
        for tint, one in zip(itertools.cycle(TINTS), piece.stock, strict=False):
            marks.append(Area(tuple((z, -y) for z, y in one.closed()), tint, about, Pen("ink", 0.9)))
        far = said_in(Told(Long(distance)), settings)
        marks += _strips(profile, sight, about, far)
        if sight is not None and sight.places:
            marks += _hidden(sight, distance, eye - piece.bottom, unit)
            seen = f" · seen under {sight.angle:.1f}° from {far}"
        beside = beside and not piece.stock
        crowd = 11.0 if beside and kind == "cornice" and len(profile.bands) > 1 else 7.0
        marks += _members(profile, room, kind, out, shown, crowd * unit)
        marks.append(Dimension((0.0, -height), (out, -height), 14 * unit, shown(out), about.sized("projection")))
        marks.append(Dimension((0.0, 0.0), (0.0, -height), 12 * unit, shown(height), about))
        if beside and kind == "cornice" and len(profile.bands) > 1:
            marks += _lone_crown(profile, room.trim.curves, out + 165 * unit, shown(height))
    girth = f"girth {shown(profile.girth)}" + (" mm" if settings.unit == "mm" else "")
    subtitle = f"{girth} · section {show_section(profile.area, settings.unit)}"
    if not plain:
        subtitle += f" · thinnest {shown(profile.outline.thinnest(THIN_EDGE * height))}"
        if profile.outline.undercut > 0.2:
            subtitle += f" · undercut {shown(profile.outline.undercut)}"
        subtitle += seen + (" · drawn by hand" if is_drawn(room.trim.choices, kind) else "")
    left, top, right, bottom = bounds_of(marks, (18 if not plain else 6) * unit)
    several = len(profile.bands) > 1  # names stand beside their sizes, and need room where nothing else stands
    words = 0.0 if plain or (several and beside) else (55 if several else 75) * unit
    return Drawing(title, subtitle, tuple(marks), (left, top, right + words, bottom), wide=LAID_WIDE)


def _strips(profile: Profile, sight: Sight | None, about: About, distance: str) -> list[Mark]:
    """Return the piece as light shows it from straight before it, and as the eye sees it from below."""
    height, unit = profile.height, profile.height / 100
    strip = shade_strip(profile)
    marks: list[Mark] = [
        Strip((-70 * unit, -height), (40 * unit, 0.0), (0.0, height), "#e9dfca", strip.tones, about),
        Label((-50 * unit, -height - 6 * unit), "as lit", 8.5, "soft", face="slanted"),
    ]
    if sight is not None and sight.places:
        count = len(strip.tones)
        by_share = [0.0] * count
        place = 0
        for sample in range(count):  # from the top down
            share = 1.0 - (sample + 0.5) / count
            while place < len(sight.places) - 1 and sight.places[-1 - place][0] > share:
                place += 1
            y = sight.places[-1 - place][1]
            by_share[sample] = strip.tones[min(count - 1, max(0, int((height - y) / height * count)))]
        marks.append(Strip((-120 * unit, -height), (40 * unit, 0.0), (0.0, height), "#e9dfca", tuple(by_share), about))
        words = f"seen from {distance}"
        marks.append(Label((-100 * unit, -height - 6 * unit), words, 8.5, "soft", face="slanted"))
    return marks


def spread(places: Sequence[float], least: float) -> list[float]:
    """Return places in rising order moved apart to ``least`` between neighbours, as little as can be: neighbours that
    are too close make a group around their own middle."""
    groups: list[tuple[float, int]] = []  # the sum of where each of a group would have its first, and how many
    for place in places:
        total, count = place, 1
        while groups and groups[-1][0] / groups[-1][1] + groups[-1][1] * least > total / count:
            before, many = groups.pop()
            total, count = before + total - count * many * least, many + count
        groups.append((total, count))
    return [total / count + index * least for total, count in groups for index in range(count)]


def _hidden(sight: Sight, distance: float, eye: float, unit: float) -> list[Mark]:
    """Return what of the face the eye does not see, and its lowest and highest ray as far as they fit."""
    marks: list[Mark] = [Stroke(tuple((z, -y) for z, y in one), Pen("ochre", 2.6)) for one in sight.hidden]
    for z, y in sight.rays:
        way = math.dist((distance, eye), (z, y))
        reach = min(55 * unit, way)
        end = (z + (distance - z) / way * reach, -(y + (eye - y) / way * reach))
        marks.append(Stroke(((z, -y), end), Pen("ochre", 0.5, dashed=True)))
    return marks


def _members(
    profile: Profile, room: Room, kind: TrimKind, out: float, shown: Callable[[float], str], line: float
) -> list[Mark]:
    """Return every member on the face with its size at the right, the parts beyond, and a handle at each joint; sizes
    stand a ``line`` apart."""
    unit = profile.height / 100
    marks: list[Mark] = []
    turned = kind in TURNED
    labels: list[tuple[float, float, str, MemberPath]] = []
    for one in profile.members:
        path = MemberPath(room.id, kind, one.stack, one.index)
        face = tuple((z, -y) for z, y in face_of(one, room.trim.curves, turned=turned))
        marks.append(Stroke(face, Pen("ink", 1.2), about=path))
        low, high = sorted((one.start[1], one.end[1]))
        if high - low > 1e-6:
            labels.append(((low + high) / 2, high - low, one.member.kind, path))
    labels.sort(key=lambda label: label[0])
    reach = out + 8 * unit
    places = spread([label[0] for label in labels], line)
    for (middle, tall, name, path), at in zip(labels, places, strict=True):
        marks.append(Stroke(((reach, -middle - tall / 2), (reach, -middle + tall / 2)), Pen("soft", 1.4), about=path))
        marks.append(Stroke(((reach, -middle), (reach + 6 * unit, -at)), Pen("rule", 0.5)))
        marks.append(Label((reach + 7.5 * unit, -at), f"{name} {shown(tall)}", 8.5, "soft", "left", about=path))
    for name, low, high in profile.bands if len(profile.bands) > 1 else ():
        part = TrimPath(room.id, kind, name if profile.members else "")
        marks.append(Stroke(((0.0, -high), (out + 84 * unit, -high)), Pen("rule", 0.5, dashed=True)))
        words = f"{name} {shown(high - low)}" if profile.members else name  # stock has its size in its name
        marks.append(Dimension((out + 84 * unit, -high), (out + 84 * unit, -low), 8 * unit, words, part, beside=True))
    for one in profile.members:
        z, y = joint_of(one, kind)
        joint = MemberPath(room.id, kind, one.stack, one.index)
        marks.append(Handle((z, -y), joint))
    return marks


def _lone_crown(profile: Profile, curves: Curves, left: float, height: str) -> list[Mark]:
    """Return one crown as high as the whole cornice, in section and as it is seen: why it looks wrong, for the client.

    It has one great curve where the cornice has three members in shade and light, and no line of shadow under it.
    """
    crown = cornice_profile((("crown", profile.height),), profile.projection, curves)
    unit = profile.height / 100
    strip = left + 8 * unit
    section = strip + 55 * unit
    tones = shade_strip(crown).tones
    face = [(section + z, -y) for z, y in crown.outline.polyline()]
    closed = ((section, 0.0), *face, (section, -crown.height))
    return [
        Strip((strip, -profile.height), (40 * unit, 0.0), (0.0, profile.height), "#e9dfca", tones),
        Stroke(((left, -profile.height - 10 * unit), (left, 14 * unit)), Pen("rule", 0.5, dashed=True)),
        Area(closed, "#efe9dc", None, Pen("soft", 0.9)),
        Label((section, 10 * unit), f"one crown of {height}, for comparison", 8.5, "soft", face="slanted"),
    ]


def section_marks(profile: Profile, about: About) -> list[Mark]:
    """Return the cut face of a profile against the wall, wall at the left, y down."""
    face = [(z, -y) for z, y in profile.outline.polyline()]
    closed = ((0.0, 0.0), *face, (0.0, -profile.height))
    reach = max(z for z, _ in face)
    wall = 0.1 * max(profile.height, reach)
    marks: list[Mark] = [
        Area(
            (
                (-wall, -profile.height - (wall if profile.kind == "cornice" else 0)),
                (0.0, -profile.height),
                (0.0, wall * 2),
                (-wall, wall * 2),
            ),
            "#ddd3c2",
        ),
    ]
    if profile.kind == "cornice":
        top = -profile.height
        marks.append(
            Area(
                # as far as the profile: beside it stand the names of its members
                ((-wall, top - wall), (reach + wall / 2, top - wall), (reach + wall / 2, top), (-wall, top)),
                "#ddd3c2",
            )
        )
    marks.append(Area(closed, "wood", about, Pen("ink", 1.2)))
    return marks
