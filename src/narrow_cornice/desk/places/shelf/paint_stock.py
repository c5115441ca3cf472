"""On the shelf: papers and tiles, paint that is left over in the job and in the house, and the log of test boards."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from functools import partial
from typing import get_args

from msgspec.structs import replace

from narrow_cornice.derived.bought.paint.source import past_its_age
from narrow_cornice.desk.cards import Card
from narrow_cornice.desk.places.shelf.shelved import number_of, one_of, typed_into
from narrow_cornice.desk.session import Session
from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.woods import USUAL_WOOD, WoodAge, species, stained
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import LeftTin, TestBoard
from narrow_cornice.job.house_stock import HouseTin, house_stock, put_on_house_shelf
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.dates import parse_date

Offer = tuple[str, Callable[[], object]]


def _day(text: str) -> int | None:
    """Return a typed day as its ordinal, None for none. Raises CorniceError."""
    if not text.strip():
        return None
    found = parse_date(text)
    if found is None:
        raise CorniceError(f"“{text[:40]}” is no day.", remedy="Write 2026-11-28, say.")
    return found.toordinal()


def _shown(day: int | None) -> str:
    return date.fromordinal(day).isoformat() if day is not None else ""


def left_cards(session: Session) -> list[Card]:
    """Return what is left over in the job, the oldest first."""
    tins = sorted(session.job.left_paint, key=lambda tin: (tin.day is None, tin.day or 0))
    return [_left_card(session, tin) for tin in tins]


def _left_card(session: Session, tin: LeftTin) -> Card:
    job = session.job
    paint = next((one for one in job.paints if one.id == tin.paint), None)
    colour = next((one for one in job.colours if one.id == tin.colour), None)
    name = f"{paint.name if paint else tin.paint}{f', {colour.name}' if colour else ''}"

    def put(field: str, read: Callable[[str], object]) -> Callable[[str], bool]:
        return typed_into(session, lambda text: edits.put_left_tin(replace(tin, **{field: read(text)}), name))

    def keep() -> None:
        if paint is None:
            return
        try:
            put_on_house_shelf(session.state, HouseTin(paint, colour, tin))
            session.told.emit(f"{name[:80]} stands on the shelf of the house now.")
        except CorniceError as error:
            session.refused.emit(error)

    old = paint is not None and past_its_age(tin, paint, house_rules_of(job.house_rules))
    note = "past its age: throw it away" if old else "kept for touching up" if tin.touch_up else "used before new tins"
    return Card(
        colour.name if colour is not None else name,
        None,
        (
            ("Of", paint.name if paint is not None else tin.paint, None),
            ("Litres", f"{tin.litres:g}", put("litres", number_of)),
            ("From", _shown(tin.day), put("day", _day)),
            ("Batch", tin.batch, put("batch", str.strip)),
            (
                "Touch-up",
                "yes" if tin.touch_up else "no",
                put("touch_up", lambda text: one_of(text, ("yes", "no")) == "yes"),
            ),
        ),
        note,
        colour.hex if colour is not None else "#efece4",
        doing=(
            ("Keep in the house", keep),
            ("Used up", lambda: session.do(edits.remove_left_tin(tin.id, name))),
        ),
    )


def left_offers(session: Session) -> tuple[tuple[str, Callable[[], object]], ...]:
    """Return what can be put among the left-overs: a tin of each paint and colour in use, and what the house has."""
    job, made = session.job, list[Offer]()
    try:
        stock = house_stock(session.state)
    except CorniceError as error:
        session.refused.emit(error)
        stock = ()
    for tin in stock:
        made.append((f"From the house: {tin.words[:70]}", partial(_from_house, session, tin)))
    used = {
        (finish.paint, finish.colour)
        for room in job.rooms
        for finish in room.finishes.surfaces.values()
        if finish.paint is not None
    }
    names, tones = {one.id: one.name for one in job.paints}, {one.id: one.name for one in job.colours}
    for paint, colour in sorted(used, key=lambda pair: (pair[0] or "", pair[1] or "")):
        if paint in names:
            tone = f", {tones[colour]}" if colour in tones else ""
            fresh = LeftTin(edits.fresh_id("t", (one.id for one in job.left_paint)), str(paint), colour, 1.0)
            words = f"1 L of {names[paint][:40]}{tone[:40]}"
            made.append((words, partial(session.do, edits.put_left_tin(fresh, words))))
    return tuple(made)


def _from_house(session: Session, tin: HouseTin) -> None:
    session.do(edits.take_from_house(tin))


def board_cards(session: Session) -> list[Card]:
    """Return the log of test boards, each in the colour it came out in."""
    return [_board_card(session, one) for one in session.job.test_boards]


def _board_card(session: Session, one: TestBoard) -> Card:
    job, woods = session.job, species()
    paint = next((each for each in job.paints if each.id == one.paint), None)
    colour = next((each for each in job.colours if each.id == one.colour), None)
    wood = woods[one.species]
    seen = wood.colour(one.age)
    if paint is not None and paint.opacity and colour is not None:
        seen = stained(seen, colour.hex, paint.opacity, one.coats)[-1]
    name = f"{paint.name if paint else one.paint}{f', {colour.name}' if colour else ''}"

    def put(field: str, read: Callable[[str], object]) -> Callable[[str], bool]:
        return typed_into(session, lambda text: edits.put_test_board(replace(one, **{field: read(text)}), name))

    return Card(
        colour.name if colour is not None else name,
        None,
        (
            ("Of", paint.name if paint is not None else one.paint, None),
            ("Wood", one.species, put("species", lambda text: one_of(text, tuple(woods)))),
            ("Age", one.age, put("age", lambda text: one_of(text, get_args(WoodAge)))),
            ("Coats", f"{one.coats}", put("coats", lambda text: int(number_of(text)))),
            ("Day", _shown(one.day), put("day", _day)),
            ("Words", one.words, put("words", str.strip)),
            ("Taken", "yes" if one.taken else "no", put("taken", lambda text: one_of(text, ("yes", "no")) == "yes")),
        ),
        f"{'taken: ' if one.taken else ''}{one.words[:300] or f'reckoned over {wood.name}, {one.age}'}",
        seen,
        doing=(("Remove it", lambda: session.do(edits.remove_test_board(one.id))),),
    )


def board_offers(session: Session) -> tuple[tuple[str, Callable[[], object]], ...]:
    """Return the test boards that can be written down: a stain of the job in each colour that a surface has it in."""
    job, made = session.job, list[Offer]()
    tones = {one.id: one.name for one in job.colours}
    stains = [paint for paint in job.paints if paint.stains]
    used = {
        (finish.paint, finish.colour, finish.species, finish.age)
        for room in job.rooms
        for finish in room.finishes.surfaces.values()
    }
    for paint in stains:
        mine = [one for one in used if one[0] == paint.id] or [(paint.id, None, "", "new")]
        for _, colour, wood, age in mine:
            fresh_id = edits.fresh_id("tb", (one.id for one in job.test_boards))
            fresh = TestBoard(fresh_id, paint.id, colour, wood or USUAL_WOOD, age, 1, date.today().toordinal())
            words = f"{paint.name[:40]}{f', {tones[colour]}' if colour in tones else ''} on {fresh.species}"
            made.append((words, partial(session.do, edits.put_test_board(fresh, words))))
    return tuple(made)
