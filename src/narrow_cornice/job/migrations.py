"""Files of earlier schemas, brought to the present one as the plain JSON they are, one schema after another.

Schemas 1 and 2 have the same layout, and 5 to 12: what 2 and 6 to 12 added has a default that means what its absence
meant.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from narrow_cornice.job.bought import shipped_shops
from narrow_cornice.job.brief import rules_in_words
from narrow_cornice.job.finishes import slope_thing
from narrow_cornice.job.styles import moods, styles
from narrow_cornice.survey.plan import side_name
from narrow_cornice.units.dates import parse_date

Raw = dict[str, Any]

_MEASURED = (
    *("heights", "diagonals", "offsets", "widths", "levels", "openings", "fixtures", "marks", "there", "recesses"),
    *("bulks", "photos", "backing", "trueness"),
)
_TRIM = ("rank", "order", "own_order", "school", "curves", "casing_heads", "plinth_blocks", "panels", "frames")
_FINISHES = ("two_tone", "split", "floor")


def migrated(raw: Raw) -> Raw:
    """Return the JSON of a job of an earlier schema in the layout of the present one.

    What is not of the shape that its schema had is left for the reading of the present one to refuse.
    """
    schema = raw["schema"]
    while schema in STEPS:
        raw = STEPS[schema](raw)
        schema = raw["schema"]
    return raw


def _in_parts(raw: Raw) -> Raw:
    """Schema 3: rooms in parts by topic, shops with an identity, words of the brief apart from what is chosen."""
    job = {**raw, "schema": 3}
    if "stock" in job:
        job["milled"] = job.pop("stock")
    shops = _Shops()
    for table in ("paints", "milled", "catalogue"):
        if table in job:
            job[table] = _each(job[table], shops.named)
    if "rooms" in job:
        job["rooms"] = _each(job["rooms"], lambda room: _room(room, shops))
    if isinstance(job.get("brief"), dict):
        job["brief"] = _house_brief(job["brief"])
    if isinstance(job.get("kept"), dict):
        job["kept"] = _kept(job["kept"], job.get("brief"))
    if shops.own:
        job["shops"] = [{"id": key, "name": name} for name, key in shops.own.items()]
    return job


def _bays_of_compartments(raw: Raw) -> Raw:
    """Schema 4: a bay is made of compartments, where it had one front and one number of shelves and drawers."""
    job = {**raw, "schema": 4}
    rules = job.get("house_rules")
    below = 700.0
    if isinstance(rules, dict):  # how tall what is closed below usually is, is said of each compartment now
        below = rules.get("cupboard_below", below)
        job["house_rules"] = {key: value for key, value in rules.items() if key != "cupboard_below"}

    def room(one: Raw) -> Raw:
        casework = one.get("casework")
        if not isinstance(casework, dict) or "built_ins" not in casework:
            return one
        runs = _each(casework["built_ins"], lambda run: {**run, "bays": _each(run.get("bays"), bay)})
        return {**one, "casework": {**casework, "built_ins": runs}}

    def bay(one: Raw) -> Raw:
        front, shelves, drawers = one.get("front", "open"), one.get("shelves", 4), one.get("drawers", 3)
        tall = one.get("below") or {"mm": below, "text": f"{below:g} mm"}
        plain = {"holds": "shelves", "count": shelves}
        closed_shelves = 1 if isinstance(tall, dict) and (tall.get("mm") or 0) > 500 else 0
        made = {
            "open": [plain],
            "doors": [{**plain, "front": "doors"}],
            "drawers": [{"holds": "drawers", "count": drawers}],
            "doors below": [{**plain, "count": closed_shelves, "front": "doors", "height": tall}, plain],
            "drawers below": [{"holds": "drawers", "count": drawers, "height": tall}, plain],
        }.get(front, [{**plain, "front": front}])
        kept = {key: value for key, value in one.items() if key not in ("front", "shelves", "drawers", "below")}
        return {**kept, "compartments": [{"id": f"s{number}", **each} for number, each in enumerate(made, 1)]}

    if "rooms" in job:
        job["rooms"] = _each(job["rooms"], room)
    return job


def _primers_on_something(raw: Raw) -> Raw:
    """Schema 5: a primer says what it is for. Those that ship are known by their identity."""

    def paint(one: Raw) -> Raw:
        on = PRIMERS_ON.get(str(one.get("id")))
        return {**one, "on": on} if on is not None and one.get("primer") is True else one

    return {**raw, "schema": 5, **({"paints": _each(raw["paints"], paint)} if "paints" in raw else {})}


PRIMERS_ON = {"plaster-primer": "plaster", "wood-primer": "wood"}
STEPS: dict[int, Callable[[Raw], Raw]] = {
    1: lambda raw: {**raw, "schema": 2},
    2: _in_parts,
    3: _bays_of_compartments,
    4: _primers_on_something,
    5: lambda raw: {**raw, "schema": 6},
    6: lambda raw: {**raw, "schema": 7},
    7: lambda raw: {**raw, "schema": 8},
    8: lambda raw: {**raw, "schema": 9},
    9: lambda raw: {**raw, "schema": 10},
    10: lambda raw: {**raw, "schema": 11},
    11: lambda raw: {**raw, "schema": 12},
}


def _each(things: Any, change: Callable[[Raw], Raw]) -> Any:
    if not isinstance(things, list):
        return things
    return [change(one) if isinstance(one, dict) else one for one in things]


class _Shops:
    """The shops that a file names, each by an identity: those that ship by theirs, others by one of their own."""

    def __init__(self) -> None:
        self._shipped = {shop.name: shop.id for shop in shipped_shops()}
        self.own: dict[str, str] = {}

    def named(self, thing: Raw) -> Raw:
        """Return a thing that is bought with its shop's identity in place of its name."""
        name = thing.get("shop")
        if not isinstance(name, str) or not name:
            return thing
        known = self._shipped.get(name) or self.own.setdefault(name, f"s{len(self.own) + 1}")
        return {**thing, "shop": known}


def _room(room: Raw, shops: _Shops) -> Raw:
    measured = {key: room[key] for key in _MEASURED if key in room}
    measured["walls"] = room.get("sides", [])
    if "openings" in measured:
        measured["openings"] = _each(measured["openings"], _opening)
    trim = {key: room[key] for key in _TRIM if key in room}
    if isinstance(room.get("trim"), dict):
        trim["choices"] = {key: _choice(choice, shops) for key, choice in room["trim"].items()}
    finishes = {key: room[key] for key in _FINISHES if key in room}
    if isinstance(room.get("finishes"), dict):
        finishes["surfaces"] = _surfaces(room["finishes"], measured["walls"])
    known = {*_MEASURED, *_TRIM, *_FINISHES, "sides", "trim", "finishes", "brief"}
    made = {key: value for key, value in room.items() if key not in known}
    made |= {"measured": measured, "trim": trim, "finishes": finishes}
    if isinstance(room.get("brief"), dict):
        made["brief"] = _room_brief(room["brief"])
    return made


def _opening(opening: Raw) -> Raw:
    twin = opening.get("twin")
    if not isinstance(twin, str):
        return opening
    room, slash, other = twin.partition("/")
    return {**opening, "twin": {"room": room, "opening": other} if slash else None}


def _choice(choice: Any, shops: _Shops) -> Any:
    if not isinstance(choice, dict) or not isinstance(choice.get("stock"), list):
        return choice
    pieces = _each(
        choice["stock"],
        lambda piece: (
            {**piece, "profile": shops.named(piece["profile"])} if isinstance(piece.get("profile"), dict) else piece
        ),
    )
    return {**choice, "stock": pieces}


def _surfaces(finishes: Raw, walls: Any) -> Raw:
    """Return finishes with slopes by the wall they are over, and not by its letters."""
    ids = [wall.get("id") for wall in walls if isinstance(wall, dict)] if isinstance(walls, list) else []
    lettered = {
        f"slope-{side_name(index, len(ids)).replace('–', '')}": slope_thing(str(wall)) for index, wall in enumerate(ids)
    }

    def renamed(key: str) -> str:
        group, at, thing = key.partition("@")
        return f"{group}{at}{lettered.get(thing, thing)}"

    return {renamed(key): finish for key, finish in finishes.items()}


def _manner(brief: Raw) -> Raw:
    made = dict(brief)
    style = made.get("style")
    if isinstance(style, str):
        made["style"] = _chosen(style, styles())
    if isinstance(made.get("moods"), list):
        made["moods"] = [_chosen(mood, moods()) if isinstance(mood, str) else mood for mood in made["moods"]]
    return made


def _chosen(words: str, known: dict[str, Any]) -> Raw:
    return {"key": words} if words in known else {"words": words}


def _room_brief(brief: Raw) -> Raw:
    made = _manner(brief)
    if "pieces" in made:
        made["furnishings"] = made.pop("pieces")
    return made


def _house_brief(brief: Raw) -> Raw:
    made = _manner(brief)
    if isinstance(made.get("rules"), str):
        made["rules"] = [
            {"id": f"rule{number}", "words": words} for number, words in enumerate(rules_in_words(made["rules"]), 1)
        ]
    if isinstance(made.get("by"), str):
        day = parse_date(made["by"])
        made["by"] = {"text": made["by"], "ordinal": day.toordinal() if day is not None else None}
    return made


def _kept(kept: Raw, brief: Any) -> Raw:
    """Return the findings that were kept, a rule of the house by its identity and not by its words."""
    rules = brief.get("rules") if isinstance(brief, dict) else None
    by_words = {
        f"house rule open:{rule['words'][:120]}": f"house rule open:{rule['id']}"
        for rule in (rules if isinstance(rules, list) else [])
        if isinstance(rule, dict) and isinstance(rule.get("words"), str)
    }
    undated = "date near:words"
    return {
        undated if key.startswith(f"{undated}:") else by_words.get(key, key): reason for key, reason in kept.items()
    }
