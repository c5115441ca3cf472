"""A piece of trim in section, with the names of its members, its sizes, and its shade beside it."""

from __future__ import annotations

from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Label, Mark, Path, Pen, Strip, bounds_of
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.takeoff.rooms import measured_room
from narrow_cornice.trim.choices import TrimKind
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.profiles import Profile, cornice_profile
from narrow_cornice.trim.shade import shade_strip
from narrow_cornice.units.lengths import show_length

THIN_EDGE = 0.08  # of the height at either edge that may be thin: it lies on wall or ceiling


@by_identity(keep=256)
def trim_section(
    room: Room, changed_rules: dict[str, float], settings: Settings, kind: TrimKind, plain: bool
) -> Drawing:
    """Return the section of one kind of trim; ``plain`` leaves out names and sizes, for a small inset."""
    measured = measured_room(room, changed_rules)
    title = f"Section, {kind}"
    piece = measured.trim.piece(kind) if measured.trim is not None else None
    if piece is None or piece.profile is None or piece.height is None or piece.projection is None:
        missing = measured.fault or f"No {kind} is fitted in this room."
        return Drawing(title, missing, (), (0.0, 0.0, 200.0, 200.0))

    def shown(mm: float) -> str:
        return show_length(mm, settings.unit, step=0.5, denominator=settings.denominator).removesuffix(" mm")

    profile = piece.profile
    about = (room.id, "trim", kind)
    marks = section_marks(profile, about)
    height, out = profile.height, profile.projection
    unit = height / 100
    if not plain:
        strip = shade_strip(profile)
        marks.append(Strip((-70 * unit, -height), (40 * unit, 0.0), (0.0, height), "#e9dfca", strip.tones, about))
        marks.append(Label((-50 * unit, -height - 6 * unit), "as seen", 8.5, "soft", face="slanted"))
        for name, low, high in profile.bands:
            marks.append(Path(((0.0, -high), (out + 8 * unit, -high)), Pen("rule", 0.5, dashed=True)))
            member = (room.id, "trim", f"cornice: {name}") if name != "crown" else about
            marks.append(
                Dimension(
                    (out + 8 * unit, -high),
                    (out + 8 * unit, -low),
                    12 * unit,
                    f"{name} {shown(high - low)}",
                    member,
                    beside=True,
                )
            )
        if not profile.bands:
            marks.append(Dimension((out, -height), (out, 0.0), 12 * unit, shown(height), about))
        marks.append(Dimension((0.0, -height), (out, -height), 14 * unit, shown(out), (*about, "projection")))
        marks.append(Dimension((0.0, 0.0), (0.0, -height), 12 * unit, shown(height), about))
        if kind == "cornice" and len(profile.bands) > 1:
            marks += _lone_crown(profile, room.curves, out + 80 * unit, shown(height))
    girth = f"girth {shown(profile.girth)}" + (" mm" if settings.unit == "mm" else "")
    subtitle = f"{girth} · section {profile.area / 100:.1f} cm²"
    if not plain:
        subtitle += f" · thinnest {shown(profile.outline.thinnest(THIN_EDGE * height))}"
        if profile.outline.undercut > 0.2:
            subtitle += f" · undercut {shown(profile.outline.undercut)}"
    left, top, right, bottom = bounds_of(marks, (18 if not plain else 6) * unit)
    words = 0.0 if plain or len(profile.bands) != 1 else 55 * unit  # the name stands beside its size
    return Drawing(title, subtitle, tuple(marks), (left, top, right + words, bottom))


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
        Path(((left, -profile.height - 10 * unit), (left, 14 * unit)), Pen("rule", 0.5, dashed=True)),
        Area(closed, "#efe9dc", (), Pen("soft", 0.9)),
        Label((section, 10 * unit), f"one crown of {height}, for comparison", 8.5, "soft", face="slanted"),
    ]


def section_marks(profile: Profile, about: tuple[str, ...]) -> list[Mark]:
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
                ((-wall, top - wall), (reach + wall * 2, top - wall), (reach + wall * 2, top), (-wall, top)), "#ddd3c2"
            )
        )
    marks.append(Area(closed, "wood", about, Pen("ink", 1.2)))
    return marks
