"""The brief of a room as a letter: paragraphs of words, with the places that can be written into.

The page edits it in place, the printed sheet sets the same words for the client to sign.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import get_args

import msgspec

from narrow_cornice.job.brief import (
    FixedElement,
    Furnishing,
    Manner,
    Need,
    Permission,
    PermissionState,
    Permit,
    Person,
    Tenure,
    ToHide,
    Worker,
)
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.styles import mood_says, mood_words, styles
from narrow_cornice.memo import by_identity
from narrow_cornice.review.rules.house_rule_open import key_of
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import show_money, show_size


class Words(msgspec.Struct, frozen=True):
    """Words of the letter."""

    text: str


class Blank(msgspec.Struct, frozen=True):
    """A place to write into: ``hint`` stands there while it is empty; ``offers`` are words that may be taken.

    ``inherits`` is what holds while nobody wrote anything: on paper it stands in the place.
    """

    path: BriefPath
    text: str
    hint: str
    offers: tuple[str, ...] = ()
    inherits: str = ""


class Pick(msgspec.Struct, frozen=True):
    """One of several words, as (value, word); ``open`` marks what is still to be settled."""

    path: BriefPath
    current: str
    options: tuple[tuple[str, str], ...]
    open: bool = False


class Swatch(msgspec.Struct, frozen=True):
    """A small card of a colour."""

    colour: str


class Act(msgspec.Struct, frozen=True):
    """Something to do to the line it ends: add, remove, raise, take colours."""

    what: str
    path: BriefPath
    words: str


Part = Words | Blank | Pick | Swatch | Act


class Paragraph(msgspec.Struct, frozen=True):
    """One paragraph: a heading, or a line of parts; ``said`` is what it suggests or causes, in small letters."""

    parts: tuple[Part, ...]
    heading: bool = False
    said: str = ""


def plain_words(paragraph: Paragraph) -> str:
    """Return a paragraph as it is printed; places nobody wrote into are left to be filled in by hand."""
    words = []
    for part in paragraph.parts:
        match part:
            case Words(text=text):
                words.append(text)
            case Blank(text=text):
                words.append(text or part.inherits or "……………")
            case Pick(current=current, options=options):
                words.append(next((word for value, word in options if value == current), current))
            case Swatch() | Act():
                pass  # a card of colour is printed as one; its number stands in the place beside it
    line = " ".join(word for word in words if word)
    for sign in (".", ",", ";", ":"):
        line = line.replace(f" {sign}", sign)
    return line[:1].upper() + line[1:]


def _options(values: Sequence[str]) -> tuple[tuple[str, str], ...]:
    return tuple((value, value) for value in values)


def _head(text: str) -> Paragraph:
    return Paragraph((Words(text),), heading=True)


def _add(scope: str, which: str, words: str) -> Paragraph:
    return Paragraph((Act("add", BriefPath(scope, which), words),))


@by_identity(times=1, each="room")
def room_letter(job: Job, room: Room) -> tuple[Paragraph, ...]:
    """Return the brief of a room as a letter, the house's part at its end."""
    brief = room.brief
    made = [*_manner(job, room)]
    made.append(_head("What it is for"))
    for number, need in enumerate(brief.needs, 1):
        made.append(_need(room.id, number, need))
    made.append(_add(room.id, "needs", "Add a need or a wish"))
    made.append(_head("What is here, and what becomes of it"))
    for piece in brief.furnishings:
        made.append(_piece(job, room, piece))
    for other in job.rooms:
        for piece in other.brief.furnishings:
            if piece.decision == "move" and piece.to == room.id and other.id != room.id:
                made.append(Paragraph((Words(f"{piece.name or 'A piece'} comes from the {other.name}."),)))
    made.append(_add(room.id, "furnishings", "Add a piece"))
    made.append(_head("What stays, and everything agrees with"))
    for fixed in brief.fixed:
        made.append(_fixed(room.id, fixed))
    made.append(_add(room.id, "fixed", "Add something that stays"))
    made.append(_head("Not to be seen"))
    for hidden in brief.hide:
        made.append(_hidden(room.id, hidden))
    made.append(_add(room.id, "hide", "Add something to hide"))
    return (*made, *house_letter(job))


def _manner(job: Job, room: Room) -> list[Paragraph]:
    """Return the manner of a room: its own style and moods, or the house's."""
    brief, house = room.brief, job.brief
    offers = tuple(styles())
    said = _style_says(brief.style if brief.style.shown else house.style)
    lines = [
        Paragraph(
            (
                Words(f"The {room.name} is to be in the manner"),
                Blank(
                    BriefPath(room.id, field="style"),
                    brief.style.shown,
                    house.style.shown or "of …",
                    offers,
                    house.style.shown,
                ),
                Words("and to feel"),
                Blank(
                    BriefPath(room.id, field="moods"),
                    _listed(brief.moods),
                    _listed(house.moods) or "calm, warm …",
                    mood_words(),
                    _listed(house.moods),
                ),
                Words("."),
            ),
            said=said,
        )
    ]
    for mood in brief.moods or house.moods:
        if mood_says(mood):
            lines.append(Paragraph((), said=f"{mood.shown[:1].upper()}{mood.shown[1:]}: {mood_says(mood)}."))
    return lines


def _listed(moods: Sequence[Manner]) -> str:
    return ", ".join(mood.shown for mood in moods)


def _style_says(manner: Manner) -> str:
    style = styles().get(manner.key)
    if style is None:
        return ""
    order = style.order.capitalize() + (f", {style.school}" if style.school else "")
    return f"That suggests: {order} trim; {style.colours}; {style.casework}."


def _need(scope: str, number: int, need: Need) -> Paragraph:
    path = BriefPath(scope, "needs", need.id)
    return Paragraph(
        (
            Words(f"{number}."),
            Blank(path.at("who"), need.who, "who"),
            Pick(path.at("rank"), need.rank, (("must", "must be able to"), ("wish", "would like to"))),
            Blank(path.at("words"), need.words, "read until late, …"),
            Words("; the answer is"),
            Blank(path.at("answer"), need.answer, "still open"),
            Words("."),
            Act("raise", path, "Rank it higher"),
            Act("remove", path, "Remove"),
        )
    )


def _piece(job: Job, room: Room, piece: Furnishing) -> Paragraph:
    path = BriefPath(room.id, "furnishings", piece.id)
    parts: list[Part] = [
        Blank(path.at("name"), piece.name, "a piece"),
        Pick(
            path.at("decision"),
            piece.decision,
            (("keep", "stays as it is"), ("alter", "is altered:"), ("move", "moves to"), ("let go", "goes")),
        ),
    ]
    if piece.decision == "alter":
        parts.append(Blank(path.at("how"), piece.how, "paint, stain, refinish, re-cover, new fronts"))
    if piece.decision == "move":
        rooms = tuple((one.id, f"the {one.name}") for one in job.rooms if one.id != room.id)
        parts.append(Pick(path.at("to"), piece.to, (("", "… where?"), *rooms), open=not piece.to))
    sizes = (("width", "wide"), ("depth", "deep"), ("height", "high"))
    if piece.decision != "let go":
        parts.append(Words("; it is"))
        for key, word in sizes:
            parts += [Blank(path.at(key), _size(job, getattr(piece, key)), "…"), Words(word)]
    parts += [Words("."), Act("remove", path, "Remove")]
    return Paragraph(tuple(parts))


def _size(job: Job, length: Length | None) -> str:
    if length is None:
        return ""
    settings = job.settings
    return show_size(length.mm, settings)


def _fixed(scope: str, fixed: FixedElement) -> Paragraph:
    path = BriefPath(scope, "fixed", fixed.id)
    parts: list[Part] = [Blank(path.at("name"), fixed.name, "a floor, a stone top, a dark door …"), Words(", in")]
    parts += [Swatch(colour) for colour in fixed.colours]
    parts += [Blank(path.at("colours"), " ".join(fixed.colours), "#rrggbb …"), Words(".")]
    if fixed.colours:
        parts.append(Act("take", path, "Take into the colours"))
    parts.append(Act("remove", path, "Remove"))
    return Paragraph(tuple(parts))


def _hidden(scope: str, hidden: ToHide) -> Paragraph:
    path = BriefPath(scope, "hide", hidden.id)
    return Paragraph(
        (
            Blank(path.at("name"), hidden.name, "laundry, a screen, cords …"),
            Words(": by"),
            Blank(path.at("answer"), hidden.answer, "a curtain, doors, art, a niche"),
            Words("."),
            Act("remove", path, "Remove"),
        )
    )


def house_letter(job: Job) -> tuple[Paragraph, ...]:
    """Return the part of the letter that is the same for every room."""
    house = job.brief
    money = f" {job.settings.money}" if job.settings.money else ""
    made = [
        _head(f"For the whole of {job.name}"),
        Paragraph(
            (
                Words("The house is to be in the manner"),
                Blank(BriefPath(field="style"), house.style.shown, "of …", tuple(styles())),
                Words("and to feel"),
                Blank(BriefPath(field="moods"), _listed(house.moods), "calm, warm …", mood_words()),
                Words("."),
            ),
            said=_style_says(house.style),
        ),
        Paragraph(
            (
                Words("It is"),
                Pick(BriefPath(field="tenure"), house.tenure, _options(get_args(Tenure)), house.tenure == "not said"),
                Words("; the work is done by"),
                Pick(BriefPath(field="worker"), house.worker, _options(get_args(Worker)), house.worker == "not said"),
                Words(", for at most"),
                Blank(
                    BriefPath(field="budget"),
                    "" if house.budget is None else show_money(house.budget),
                    "a budget",
                ),
                Words(f"{money.strip()}, by" if money else ", by"),
                Blank(BriefPath(field="by"), house.by.text, "a date"),
                Words("."),
            )
        ),
        Paragraph(
            (
                Words("House rules:"),
                Blank(
                    BriefPath(field="rules"),
                    "; ".join(rule.words for rule in house.rules),
                    "what is seen from the street, quiet hours …",
                ),
                Words("."),
            ),
            said=_kept_rules(job),
        ),
    ]
    made += [_person(job, person) for person in house.people]
    made.append(_add("", "people", "Add a person"))
    made += [_permission(permission) for permission in house.permissions]
    made.append(_add("", "permissions", "Add a permission"))
    return tuple(made)


def _kept_rules(job: Job) -> str:
    """Return how each of the house's rules is kept, as far as somebody said."""
    kept = [(rule.words, job.kept.get(key_of(rule), "")) for rule in job.brief.rules]
    return " ".join(f"{words[:1].upper()}{words[1:]}: {how.rstrip('.')}." for words, how in kept if how)


def _person(job: Job, person: Person) -> Paragraph:
    path = BriefPath("", "people", person.id)
    return Paragraph(
        (
            Blank(path.at("name"), person.name, "somebody"),
            Words("reaches"),
            Blank(path.at("reach"), _size(job, person.reach), "how high"),
            Words("and is"),
            Pick(path.at("steps"), person.steps, (("steady", "steady on steps"), ("unsteady", "unsteady on steps"))),
            Words("."),
            Act("remove", path, "Remove"),
        )
    )


def _permission(permission: Permission) -> Paragraph:
    path = BriefPath("", "permissions", permission.id)
    settled = permission.state in ("given", "refused")
    return Paragraph(
        (
            Words("Permission to"),
            Pick(path.at("what"), permission.what, _options(get_args(Permit))),
            Words("is"),
            Pick(path.at("state"), permission.state, _options(get_args(PermissionState)), open=not settled),
            Words("by"),
            Blank(path.at("by"), permission.by, "whom"),
            Words("."),
            Act("remove", path, "Remove"),
        )
    )
