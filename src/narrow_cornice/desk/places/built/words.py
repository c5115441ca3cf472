"""The words for bays, compartments and what is kept."""

from __future__ import annotations

from narrow_cornice.derived.built.shelves import shelves_of
from narrow_cornice.job.casework import BuiltIn, CompartmentWish
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BayPath, CompartmentPath, KeptPath
from narrow_cornice.units.words import several

HOLDS_WORDS = {
    "shelves": "shelves",
    "rail": "hanging rails",
    "drawers": "drawers",
    "trays": "pull-out trays",
    "pull-out": "a tall pull-out",
    "cubbies": "cubbies",
    "nothing": "nothing, left clear",
    "bed": "a fold-down bed",
    "knees": "room for knees, to the floor",
}
FRONT_WORDS = {
    "open": "open",
    "doors": "hinged doors",
    "sliding": "sliding doors",
    "bifold": "bifold doors",
    "flap": "a flap",
    "as below": "the front below goes on",
}
HEAD_WORDS = {"square": "square", "arched": "arched"}
HINGE_WORDS = {"usual": "at its left, as usual", "left": "at its left", "right": "at its right"}
FREE_END_WORDS = {"square": "end square", "rounded": "end in rounded shelves"}
GRADING_WORDS = {"equal": "all equal", "steps": "by equal steps", "ratio": "each in one ratio"}


def bay_number(run: BuiltIn, bay_id: str) -> int:
    """Return which bay of a run one is, from the left."""
    return [one.id for one in run.bays].index(bay_id) + 1


def holds_words(one: CompartmentWish) -> str:
    """Return what a compartment holds, with how many."""
    many = {"shelves": "shelf", "rail": "rail", "drawers": "drawer", "trays": "tray"}
    if one.holds in many:
        if one.count == 0:
            return "one space"
        plural = {"shelves": "shelves"}.get(one.holds, f"{many[one.holds]}s")
        return f"{one.count} {many[one.holds] if one.count == 1 else plural}"
    if one.holds == "pull-out":
        return f"a pull-out of {several(one.count, 'level')}"
    if one.holds == "cubbies":
        return f"{one.across} × {one.count} cubbies"
    return {"nothing": "a clear space", "bed": "fold-down bed", "knees": "room for knees"}[one.holds]


def said_of_bay(job: Job, path: BayPath) -> str:
    """Return a bay in the words that stand beside it: how far its shelves sag."""
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        return ""
    run, bay = found
    number = bay_number(run, bay.id)
    mine = [one for one in shelves_of(room, run, job.house_rules) if one.there.bay.id == bay.id]
    if not mine:
        return f"bay {number}: {holds_words(run.compartments_of(bay)[0])}"
    worst = max(mine, key=lambda one: one.sag.after_years.value).sag
    sags, allowed = worst.after_years.shown(job.settings), worst.allowed.shown(job.settings)
    return f"bay {number}: shelves sag {sags} of {allowed}"


def said_of_compartment(job: Job, path: CompartmentPath) -> str:
    """Return a compartment in the words that stand beside it."""
    found = path.found(job.room(path.room))
    if found is None:
        return ""
    run, bay, one = found
    front = "" if one.front in ("open", "as below") else f", {FRONT_WORDS[one.front]}"
    return f"bay {bay_number(run, bay.id)}: {holds_words(one)}{front}"


def said_of_kept(job: Job, path: KeptPath) -> str:
    """Return things that are kept in the words that stand beside them."""
    found = path.found(job.room(path.room))
    return f"{found.count} {found.name[:60]}" if found is not None else ""
