"""The bench in Colour: a colour as it is in a room, one of a deck, a bridge material, two rooms beside one another."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from narrow_cornice.colour.contrast import contrast_does, lightness_apart
from narrow_cornice.colour.deck import DeckColour, deeper, nearest, neighbours, paler, shipped_deck
from narrow_cornice.colour.lamplight import under_lamp
from narrow_cornice.colour.shares import ROLES, STRATEGIES, WHY, RoleKind, Strategy, off_wish, shares_of
from narrow_cornice.colour.tones import light_reflectance, tone_difference
from narrow_cornice.colour.undertone import undertone
from narrow_cornice.derived.coloured.house_colours import links_of, mends
from narrow_cornice.derived.coloured.room_palette import Shade, metals_and_woods, palette_of_room
from narrow_cornice.derived.coloured.schools import PLANE, frame_tone, mean_light, wall_colour
from narrow_cornice.derived.zoned.lamps import kelvin_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SwatchRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.colouring.giving import as_colour, give, put_in_place
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BridgePath, DeckColourPath, NeighboursPath, RolePath
from narrow_cornice.units.show import show_kelvin, show_size

NO_ROLE = ("", "no role")


def room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the colours of a room as a whole: its strategy, its shares, metals and woods, rooms it is seen with."""
    shades = palette_of_room(job, room)
    yield Title(room.name[:200], "its colours")
    strategies = tuple((one, one) for one in STRATEGIES)
    how = room.colours.strategy
    yield ChoiceRow("Strategy", strategies, how, lambda value: bench.do(edits.set_strategy(room.id, _strategy(value))))
    yield NoteRow(WHY[how])
    if shades:
        yield SwatchRow("Palette", tuple((shade.hex, "") for shade in shades[:8]))
        shares = shares_of([(shade.role or "neutral", shade.area.value) for shade in shades])
        off = off_wish(shares, how)
        for role, share in shares.items():
            wish = f", {off[role]:+.0f} against the wish".replace("-", "−") if role in off else ""
            yield NoteRow(f"{role}: {share:.0f} % of what is coloured{wish}")
    of_metal = metals_and_woods(job, room)
    if of_metal:
        yield Caption("Metals and woods")
        for one in of_metal:
            once = len(one.things) == 1
            yield NoteRow(f"{one.name[:40]}: {', '.join(one.things)[:90]}", "ochre" if once else "soft")
    yield from _beside_rows(bench, job, room)
    yield from bench.findings(lambda finding: finding.room_id == room.id and _of_colour(finding.about))


def _of_colour(about: object) -> bool:
    return isinstance(about, RolePath | BridgePath | NeighboursPath)


def _strategy(value: str) -> Strategy:
    return next(one for one in STRATEGIES if one == value)


def _beside_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    others = [one for one in job.rooms if one.id != room.id]
    if not others:
        return
    yield Caption("Seen together with")
    joined = {link.second if link.first == room.id else link.first for link in links_of(job) if room.id in link[:2]}
    for other in others:
        said = other.id in room.colours.beside
        if other.id in joined and not said:
            yield NoteRow(f"{other.name[:40]}, through a door")
        else:
            names = (room.name, other.name)
            yield ToggleRow(
                other.name[:60],
                said,
                lambda on, other=other, names=names: bench.do(  # type: ignore[misc]
                    edits.set_beside(room.id, other.id, names, beside=on)
                ),
            )


# ---- a colour as it is in a room


def role_rows(bench: Bench, job: Job, path: RolePath) -> Iterator[Row]:
    """Yield a colour large, by day and under the lamp, with its role, its light, its relatives and its neighbours."""
    room = job.room(path.room)
    shades = palette_of_room(job, room)
    shade = next((one for one in shades if one.colour == path.colour), None)
    colour = next((one for one in job.colours if one.id == path.colour), None)
    if shade is None and colour is None:
        yield Title("A colour", room.name[:200])
        yield NoteRow("It is no longer in this room.")
        return
    name, tone = (shade.name, shade.hex) if shade is not None else (colour.name, colour.hex)  # type: ignore[union-attr]
    below = room.name[:100]
    if shade is not None:
        below = f"{shade.role or 'no role'} of {room.name[:60]}, {shade.area.shown(job.settings)}"
    yield Title(name[:200], below)
    yield from seen_rows(job, room, tone)
    roles = (NO_ROLE, *((one, one) for one in ROLES))
    given = next((role.kind for role in room.colours.roles if role.colour == path.colour), "")
    if colour is not None:
        yield ChoiceRow(
            "Role here",
            roles,
            given,
            lambda value: bench.do(edits.set_role(room.id, path.colour, _role(value), name)),
        )
    if shade is not None:
        yield Caption("Where it is")
        for part in shade.parts[:8]:
            yield NoteRow(f"{part.name[:50]}: {part.area.shown(job.settings)}")
        if len(shade.parts) > 8:
            yield NoteRow(f"and {len(shade.parts) - 8} more")
    if colour is not None:
        yield from _tonal_rows(bench, job, room, colour)
    yield from _against_rows(job, room, tone, path.colour)
    if shade is not None:
        yield from bench.working(shade.area)
    yield from bench.findings(lambda finding: finding.about == path)


def _role(value: str) -> RoleKind | None:
    return next((one for one in ROLES if one == value), None)


def seen_rows(job: Job, room: Room | None, tone: str) -> Iterator[Row]:
    """Yield a tone large by day and under the lamp, with the light it gives back and its undertone."""
    kelvin = kelvin_of(room, job.house_rules) if room is not None else 2700.0
    yield SwatchRow("Seen", ((tone, "by day"), (under_lamp(tone, kelvin), show_kelvin(kelvin))))
    yield NoteRow(f"Light it gives back: {light_reflectance(tone):.0f} %")
    yield NoteRow(f"Undertone: {undertone(tone)}")
    near = neighbours(tone, shipped_deck(), 3)
    yield SwatchRow("Near it in the deck", tuple((one.hex, "") for one in near))
    yield NoteRow(f"Near it: {', '.join(one.name for one in near)}")


def _tonal_rows(bench: Bench, job: Job, room: Room, colour: Colour) -> Iterator[Row]:
    """Yield paler and deeper relatives of a colour, each with the light it leaves in the room."""
    deck = shipped_deck()
    steps = [("paler", paler(colour.hex, deck)), ("deeper", deeper(colour.hex, deck))]
    there = mean_light(room, job.house_rules, job.paints, job.colours)
    yield Caption("Paler and deeper")
    shown = [("" if one is None else one.hex) for _, one in steps]
    tones = [(tone, "") for tone in (shown[0], colour.hex, shown[1]) if tone]
    yield SwatchRow("Relatives", tuple(tones))
    on_walls = wall_colour(job, room)
    for words, one in steps:
        if one is None:
            continue
        said = ""
        if there is not None and on_walls is not None and on_walls.id == colour.id:
            other = mean_light(room, job.house_rules, job.paints, job.colours, (colour.hex, one.hex))
            if other is not None:
                off = other.value - there.value
                said = f": {off:+.0f} lx of {there.value:.0f} at {show_size(PLANE, job.settings)}".replace("-", "−")
        yield ButtonsRow((f"One step {words}: {one.name}",), partial(_in_place, bench, room, colour, one))
        if said:
            yield NoteRow(f"It leaves{said}")


def _in_place(bench: Bench, room: Room, colour: Colour, one: DeckColour, _: int) -> None:
    put_in_place(bench, (room.id,), colour.id, colour.name, one)


def _against_rows(job: Job, room: Room, tone: str, colour: str) -> Iterator[Row]:
    """Yield what a colour does against casing, frames and the rooms beside."""
    rows: list[Row] = []
    casing = next(
        (shade for shade in palette_of_room(job, room) if any(part.group == "casing" for part in shade.parts)), None
    )
    for words, other in (("casing", casing.hex if casing is not None else None), ("window frames", frame_tone(room))):
        if other is not None and other != tone:
            apart = lightness_apart(tone, other)
            rows.append(NoteRow(f"{words}: ΔL* {apart:.0f}, {contrast_does(apart)}"))
    for link in links_of(job):
        if room.id in (link.first, link.second):
            other_room = job.room(link.second if link.first == room.id else link.first)
            if link.through is None:
                rows.append(
                    NoteRow(f"{other_room.name[:40]}: nothing in common", "rust" if not link.on_purpose else "soft")
                )
            elif colour in (link.through[0].colour, link.through[1].colour):
                rows.append(NoteRow(f"{other_room.name[:40]}: goes on through it"))
    if rows:
        yield Caption("Against its neighbours")
        yield from rows


# ---- a colour of a deck


def deck_colour_of(job: Job, identity: str) -> DeckColour | None:
    """Return a colour of the deck that ships, or of one that was read in, by its identity."""
    for one in shipped_deck():
        if one.id == identity:
            return one
    deck, _, own = identity.partition(":")
    for each in job.decks:
        if each.id == deck:
            return next((one for one in each.colours if one.id == own), None)
    return None


def deck_rows(bench: Bench, job: Job, path: DeckColourPath) -> Iterator[Row]:
    """Yield a colour of a deck large, with its neighbours, and what it can be given to."""
    one = deck_colour_of(job, path.id)
    if one is None:
        yield Title("A colour", "no longer in a deck")
        return
    room = bench.session.room()
    yield Title(one.name[:200], f"{one.family}, of the deck")
    yield from seen_rows(job, room, one.hex)
    yield from _steps_of_deck(bench, one)
    yield ButtonsRow(
        ("Take it into the job",), lambda _: bench.do(edits.take_colours((as_colour(one),), f"take {one.name[:40]}"))
    )
    if room is None:
        return
    yield Caption(f"Give it to {room.name[:40]}")
    for words, done in give(bench, job, room, as_colour(one)):
        yield ButtonsRow((words,), partial(_done, done))


def _steps_of_deck(bench: Bench, one: DeckColour) -> Iterator[Row]:
    deck = shipped_deck()
    kin = [each for each in (paler(one.hex, deck), deeper(one.hex, deck)) if each is not None]
    if kin:
        words = tuple(f"Look at {each.name}" for each in kin)
        yield ButtonsRow(words, lambda index: bench.session.select(DeckColourPath(kin[index].id)))


def _done(done: Callable[[], object], _: int) -> None:
    done()


# ---- bridge material


def bridge_rows(bench: Bench, job: Job, path: BridgePath) -> Iterator[Row]:
    """Yield a bridge material, or one of the colours taken from it."""
    room = job.room(path.room)
    bridge = room.colours.bridge
    if bridge is None:
        yield Title("Bridge material", room.name[:200])
        yield NoteRow("There is none.")
        return
    if 0 <= path.tone < len(bridge.tones):
        tone = bridge.tones[path.tone]
        near = nearest(tone.hex, shipped_deck())
        yield Title(f"{100 * tone.share:.0f} % of {bridge.name[:100]}", room.name[:100])
        yield from seen_rows(job, room, tone.hex)
        if near is not None:
            yield NoteRow(f"{near.name} comes nearest, ΔE00 {tone_difference(near.hex, tone.hex):.1f} away.")
            yield Caption(f"Give {near.name}")
            for words, done in give(bench, job, room, as_colour(near)):
                yield ButtonsRow((words,), partial(_done, done))
        return
    yield Title(bridge.name[:200], f"bridge material of {room.name[:100]}")
    yield TextRow(
        "Name", bridge.name[:2000], lambda text: bench.session.do_made(lambda: edits.change_bridge(room.id, text))
    )
    yield SwatchRow("Its palette", tuple((one.hex, f"{100 * one.share:.0f} %") for one in bridge.tones[:6]))
    yield NoteRow("Start from what is fixed, then one bridge material that carries several colours.")
    yield ButtonsRow(("Remove it",), lambda _: bench.do(edits.remove_bridge(room.id)))


# ---- two rooms beside one another


def neighbours_rows(bench: Bench, job: Job, path: NeighboursPath) -> Iterator[Row]:
    """Yield what two rooms share, and what would mend that they share nothing."""
    link = next((one for one in links_of(job) if {one.first, one.second} == {path.room, path.other}), None)
    rooms = {room.id: room for room in job.rooms}
    if link is None or link.first not in rooms or link.second not in rooms:
        yield Title("Two rooms", "no longer joined")
        return
    first, second = rooms[link.first], rooms[link.second]
    yield Title(
        f"{first.name[:60]} and {second.name[:60]}", f"through {link.door[:60]}" if link.door else "seen together"
    )
    if link.through is not None:
        one, other = link.through
        yield SwatchRow("Through", ((one.hex, one.name[:18]), (other.hex, other.name[:18])))
        same = one.colour == other.colour
        yield NoteRow("The same colour goes on." if same else "Two of one family: within 25° of hue.")
    else:
        yield NoteRow("No pair of their colours lies within 25° of hue.", "rust" if not link.on_purpose else "soft")
        names = (first.name, second.name)
        yield ToggleRow(
            "They differ on purpose",
            link.on_purpose,
            lambda on: bench.do(edits.break_on_purpose(first.id, second.id, names, meant=on)),
        )
        yield Caption("What would mend it")
        for mend in mends(job, link):
            where = rooms[mend.room].name[:30]
            yield SwatchRow(where, ((mend.former.hex, mend.former.name[:18]), (mend.colour.hex, mend.colour.name[:18])))
            words = f"{mend.colour.name} in place of {mend.former.name[:24]}"
            yield ButtonsRow((words,), partial(_mend, bench, mend.room, mend.former, mend.colour))
    yield from bench.findings(lambda finding: finding.about == path)


def _mend(bench: Bench, room_id: str, former: Shade, colour: DeckColour, _: int) -> None:
    put_in_place(bench, (room_id,), former.colour, former.name, colour)
