"""The colours of a room: sample cards by role, a ribbon whose lengths are true areas against what was wished, and its
bridge material with the palette taken from it."""

from __future__ import annotations

import io
from collections.abc import Iterator

from narrow_cornice.colour.deck import DeckColour, nearest, shipped_deck
from narrow_cornice.colour.lamplight import under_lamp
from narrow_cornice.colour.shares import ROLES, WISHED, shares_of
from narrow_cornice.colour.tones import light_reflectance, lightness, tone_difference
from narrow_cornice.colour.undertone import undertone
from narrow_cornice.derived.coloured.room_palette import Shade, palette_of_room
from narrow_cornice.drawing.marks import (
    LAID_WIDE,
    Area,
    Drawing,
    Label,
    Mark,
    Pen,
    Photograph,
    Point,
    Stroke,
    bounds_of,
)
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BridgePath, DeckColourPath, RolePath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_area, show_kelvin

WIDE, TALL, GAP, BELOW = 420.0, 230.0, 70.0, 290.0
COLUMNS = 6
RIBBON = 150.0
PICTURE = 1500.0
KELVINS = (2700.0, 3000.0, 4000.0)


def ink_on(tone: str) -> str:
    """Return the colour of letters on a tone, by day and in the evening."""
    return "#f6f1e7" if lightness(tone) < 55.0 else "#2a2724"


def _box(x: float, y: float, wide: float, tall: float) -> tuple[Point, ...]:
    return ((x, y), (x + wide, y), (x + wide, y + tall), (x, y + tall))


@by_identity(times=1, each="drawing")
def role_cards(job: Job, room: Room) -> Drawing:
    """Return the colours of a room as sample cards, by their role, over the ribbon of its shares."""
    shades = palette_of_room(job, room)
    title = f"{room.name[:60]}, its colours"
    if not shades:
        said = "No surface has a colour yet: give it one by the line below."
        return Drawing(title, said, (), (0.0, 0.0, 2800.0, 1400.0))
    whole = sum(shade.area.value for shade in shades)
    marks: list[Mark] = []
    ranked = sorted(shades, key=lambda shade: (ROLES.index(shade.role) if shade.role else 9, -shade.area.value))
    for number, shade in enumerate(ranked):
        line, column = divmod(number, COLUMNS)
        x, y = column * (WIDE + GAP), line * (TALL + BELOW + GAP - 40.0)
        marks += _card(room.id, shade, x, y, shade.area.value / whole)
    lines = (len(ranked) - 1) // COLUMNS + 1
    wide = min(COLUMNS, max(4, len(ranked))) * (WIDE + GAP) - GAP
    marks += _ribbon(room, shades, lines * (TALL + BELOW + GAP - 40.0) + 40.0, wide)
    area = sum(shade.area.rounded(job.settings) for shade in shades)
    how = room.colours.strategy if room.colours.strategy != "not said" else "no strategy chosen"
    said = f"by true area, {show_area(area, job.settings.unit)}, with the light each gives back · {how}"
    return Drawing(title, said, tuple(marks), bounds_of(marks, 40.0), wide=LAID_WIDE)


def _card(room_id: str, shade: Shade, x: float, y: float, share: float) -> Iterator[Mark]:
    path = RolePath(room_id, shade.colour)
    outer = _box(x - 16, y - 16, WIDE + 32, TALL + BELOW)
    yield Area(tuple((px + 9, py + 11) for px, py in outer), "#2a27241c")
    yield Area(outer, "paper", path, Pen("rule", 0.7))
    yield Area(_box(x, y, WIDE, TALL), shade.hex, path)
    role = shade.role or "no role yet"
    yield Label((x + WIDE / 2, y + TALL / 2), f"{100 * share:.0f} %", 12, ink_on(shade.hex), face="name")
    yield Label((x + 4, y + TALL + 62), shade.name[:20], 10, "ink", "left", "bold", about=path, within=WIDE)
    colour = "ochre" if shade.role is None else "soft"
    yield Label((x + 4, y + TALL + 142), role, 9, colour, "left", "slanted", about=path)
    said = f"{light_reflectance(shade.hex):.0f} % · {undertone(shade.hex)}"
    yield Label((x + 4, y + TALL + 216), said, 7.5, "soft", "left", about=path, within=WIDE)


def _ribbon(room: Room, shades: tuple[Shade, ...], top: float, wide: float) -> Iterator[Mark]:
    """Yield the true shares of the room's colours, and below them those that its strategy wishes."""
    whole = sum(shade.area.value for shade in shades)
    order = sorted(shades, key=lambda shade: (ROLES.index(shade.role) if shade.role else 9, -shade.area.value))
    x = 0.0
    for shade in order:
        long = wide * shade.area.value / whole
        path = RolePath(room.id, shade.colour)
        yield Area(_box(x, top, long, RIBBON), shade.hex, path, Pen("ink", 0.5))
        words = f"{shade.name[:18]} {100 * shade.area.value / whole:.0f}"
        yield Label((x + long / 2, top + RIBBON / 2), words, 9, ink_on(shade.hex), about=path, within=long - 16)
        x += long
    shares = shares_of([(shade.role or "neutral", shade.area.value) for shade in shades])
    wishes = WISHED[room.colours.strategy]
    if not wishes:
        return
    for line, (what, parts) in enumerate((("wished", wishes), ("there", shares))):
        x, y = 0.0, top + RIBBON + 60.0 + line * 84.0
        for role in ROLES:
            share = parts.get(role, 0.0)
            if share <= 0.0:
                continue
            long = wide * min(share, 100.0) / 100.0
            pen = Pen("soft", 0.8, dashed=what == "wished")
            yield Stroke(_box(x, y, long, 62.0), pen, closed=True)
            yield Label((x + long / 2, y + 31.0), f"{role} {share:.0f} {what}", 8.5, "soft", within=long - 10)
            x += long


@by_identity(times=1, each="drawing")
def bridge_board(job: Job, room: Room) -> Drawing:
    """Return the bridge material of a room: its picture, its palette by share, and the nearest colours of the deck."""
    bridge = room.colours.bridge
    title = f"{room.name[:60]}, its bridge material"
    if bridge is None:
        said = (
            "Drop a picture of a stone, a rug or a cloth here, or choose one by the line below: its colours are taken."
        )
        return Drawing(title, said, (), (0.0, 0.0, 2800.0, 1500.0))
    marks: list[Mark] = []
    content = job.pictures.get(bridge.picture)
    tall = PICTURE * 0.66
    if content is not None:
        png, tall = _as_png(content)
        edge = _box(-24.0, -24.0, PICTURE + 48.0, tall + 48.0)
        marks.append(Area(tuple((x + 14, y + 16) for x, y in edge), "#2a272424"))
        marks.append(Area(edge, "paper", BridgePath(room.id), Pen("rule", 0.8)))
        marks.append(Photograph((0.0, 0.0), PICTURE, tall, png, 1.0, BridgePath(room.id)))
    x0, wide = PICTURE + 190.0, 1350.0
    y = 0.0
    step = tall / max(1, len(bridge.tones))
    for number, tone in enumerate(bridge.tones):
        path = BridgePath(room.id, number)
        long = max(60.0, wide * 0.62 * tone.share / max(one.share for one in bridge.tones))
        marks.append(Area(_box(x0, y + step * 0.12, long, step * 0.72), tone.hex, path, Pen("rule", 0.6)))
        near = nearest(tone.hex, shipped_deck())
        said = f"{100 * tone.share:.0f} %"
        marks.append(Label((x0 - 24, y + step * 0.48), said, 9.5, "ink", "right", about=path))
        if near is not None:
            chip = _box(x0 + wide * 0.66, y + step * 0.12, step * 0.72, step * 0.72)
            marks.append(Area(chip, near.hex, path, Pen("rule", 0.6)))
            at = x0 + wide * 0.66 + step * 0.72 + 24
            marks.append(Label((at, y + step * 0.36), near.name, 9.5, "ink", "left", "bold", about=path))
            off = f"ΔE {tone_difference(tone.hex, near.hex):.1f}"
            marks.append(Label((at, y + step * 0.66), off, 8, "soft", "left", about=path))
        y += step
    said = f"{bridge.name[:60]}: its colours with their shares, each beside the nearest of the deck"
    left, top, right, bottom = bounds_of(marks, 90.0)
    return Drawing(title, said, tuple(marks), (left, top, right + 420.0, bottom), wide=LAID_WIDE)


def _as_png(content: bytes) -> tuple[bytes, float]:
    """Return a kept picture as PNG, and how tall it is drawn."""
    from narrow_cornice.job.pictures import PictureError, kept_picture

    try:
        picture = kept_picture(content).convert("RGB")
    except PictureError:
        from PIL import Image

        picture = Image.new("RGB", (60, 40), (217, 210, 196))
    picture.thumbnail((900, 900))
    held = io.BytesIO()
    picture.save(held, "PNG")
    return held.getvalue(), PICTURE * picture.height / picture.width


@by_identity(times=1, each="drawing")
def lamp_cards(job: Job, room: Room, kelvin: float) -> Drawing:
    """Return the colours of a room by day and under lamps of several temperatures, that of its own lamps marked."""
    shades = palette_of_room(job, room)
    title = f"{room.name[:60]}, under the lamp"
    if not shades:
        return Drawing(title, "No surface has a colour yet.", (), (0.0, 0.0, 2800.0, 1400.0))
    columns = [("by day", 0.0), *((show_kelvin(one), one) for one in KELVINS)]
    if all(abs(kelvin - one) > 20 for one in KELVINS):
        columns.append((f"{show_kelvin(kelvin)}, its lamps", kelvin))
    marks: list[Mark] = []
    wide, tall = 460.0, 150.0
    for column, (words, _) in enumerate(columns):
        own = column and abs(columns[column][1] - kelvin) <= 20
        shown = words if not own or "lamps" in words else f"{words}, its lamps"
        at = (600.0 + wide * (column + 0.5), -50.0)
        marks.append(Label(at, shown, 9.5, "ink", face="bold" if own else "text"))
    for line, shade in enumerate(shades[:10]):
        path = RolePath(room.id, shade.colour)
        y = line * (tall + 26.0)
        marks.append(Label((0.0, y + tall / 2), shade.name[:26], 10, "ink", "left", "bold", about=path))
        for column, (_, temperature) in enumerate(columns):
            tone = under_lamp(shade.hex, temperature) if temperature else shade.hex
            marks.append(Area(_box(600.0 + wide * column, y, wide, tall), tone, path))
        marks.append(Stroke(_box(600.0, y, wide * len(columns), tall), Pen("rule", 0.6), closed=True, about=path))
    said = "seven tenths of the lamp's colour are lost on the eye, three tenths are seen"
    return Drawing(title, said, tuple(marks), bounds_of(marks, 80.0), wide=LAID_WIDE)


DRAWN = 400  # colours of a deck of one's own that are drawn; the sheet has them all


@by_identity(times=2, each="job")
def deck_board(job: Job) -> Drawing:
    """Return the deck that ships and those that were read in, as chips by family from pale to deep."""
    marks: list[Mark] = []
    chip, gap = 100.0, 12.0
    families: dict[str, list[DeckColour]] = {}
    for one in shipped_deck():
        families.setdefault(one.family, []).append(one)
    for column, (family, each) in enumerate(families.items()):
        for line, one in enumerate(each):
            x, y = column * (chip + gap), line * (chip + gap)
            path = DeckColourPath(one.id)
            marks.append(Area(_box(x, y, chip, chip), one.hex, path))
        foot = len(each) * (chip + gap) + 120.0
        marks.append(Label((column * (chip + gap) + chip / 2, foot), family, 7, "soft", turned=True))
    top = 16 * (chip + gap) + 330.0
    for deck in job.decks:
        more = len(deck.colours) > DRAWN
        words = f"{deck.name[:60]}, the first {DRAWN} of {len(deck.colours)}" if more else deck.name[:60]
        marks.append(Label((0.0, top - 50.0), words, 9.5, "ink", "left", "bold"))
        for number, one in enumerate(deck.colours[:DRAWN]):
            line, column = divmod(number, 25)
            x, y = column * (chip + gap), top + line * (chip + gap)
            marks.append(Area(_box(x, y, chip, chip), one.hex, DeckColourPath(f"{deck.id}:{one.id}")))
        top += ((min(DRAWN, len(deck.colours)) - 1) // 25 + 1) * (chip + gap) + 200.0
    used = {colour.hex for colour in job.colours}
    for mark in list(marks):
        if isinstance(mark, Area) and mark.fill in used:
            marks.append(Stroke(mark.points, Pen("ink", 1.4), closed=True, about=mark.about))
    said = "400 colours over hue, lightness and chroma; those of the job are ringed · press one to see it large"
    return Drawing("The deck", said, tuple(marks), bounds_of(marks, 110.0))
