"""A place of the work as one declared value, and all places together as the window, the bench and the others read them.

A place declares what it is called, what it shows and how, and what can be handed out of it; nothing else on the desk
knows any place by name. What costs time is imported by the functions it declares, when they are first called.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from functools import cached_property
from importlib import import_module
from typing import Any, Literal, NamedTuple

import msgspec
from msgspec.structs import replace

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow, Row, Title
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.remembered import Remembered
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.desk.view import TallyPath, View
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import HouseRulePath, ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import InRoom, room_of

# What a place says of a kind of thing: its rows on the bench, the size its path stands for, its words.
RowsOf = Mapping[type[ThingPath], Callable[[Bench, Job, Any], Iterator[Row]]]
SizesOf = Mapping[type[ThingPath], Callable[[Job, Any], SizeField | None]]
WordsOf = Mapping[type[ThingPath], Callable[[Job, Any], str]]


class SeenAs(msgspec.Struct, frozen=True):
    """A drawing that a room can be seen as, by its ``key``.

    ``turns`` says that it is turned with the room, or turns something of its own. Under lamps it is ``tinted`` as a
    whole, or knows what it looks like ``itself``, or is ink on paper and ``never`` changes.
    """

    key: str
    words: str
    draws: Callable[[Job, View, Room], Drawing]
    turns: bool = False
    under_lamps: Literal["tinted", "itself", "never"] = "tinted"


NO_ROOM = Room("", "")  # stands where there is none yet, for what is of the whole house
WITH_KEYS = 9  # leaves of a place that have a key of their own


class Leaf(msgspec.Struct, frozen=True):
    """A drawing and the sheet that belongs to it; choosing the leaf brings both.

    ``drawings`` are its own and, after that, the others that make sense above its sheet. ``lists`` are the kinds of
    things that its sheet has rows for: one that is selected brings the first leaf that lists it, unless what the leaf
    that is looked at lists can be put into it (``into``). What is ``of_house`` is shown before the first room too.
    """

    key: str
    words: str
    drawings: tuple[SeenAs, ...] = ()
    lists: tuple[type[ThingPath], ...] = ()
    into: Callable[[ThingPath], bool] | None = None
    of_house: bool = False

    def drawing(self, key: str) -> SeenAs | None:
        """Return its drawing of that key, its own for any that it has not, None where it has none at all."""
        return next((one for one in self.drawings if one.key == key), self.drawings[0] if self.drawings else None)


class Late(msgspec.Struct, frozen=True):
    """A function of a module that comes in when it is first called, and what else it is given then.

    Most of what is handed out is handed out seldom: it must not cost anything at every start.
    """

    module: str
    name: str
    given: dict[str, Any] = msgspec.field(default_factory=dict)

    @property
    def function(self) -> Callable[..., object]:
        """Return the function itself."""
        found: Callable[..., object] = getattr(import_module(self.module), self.name)
        return found

    def __call__(self, *what: object) -> object:
        """Call it with what it is given."""
        return self.function(*what, **self.given)


class Export(msgspec.Struct, frozen=True):
    """Something that can be handed out, with the words it is offered under."""

    words: str
    done: Callable[[HandingOut], object]


class Import(msgspec.Struct, frozen=True):
    """Something that can be brought in, with the words it is offered under."""

    words: str
    done: Callable[[BringingIn], object]


class Key(msgspec.Struct, frozen=True):
    """A key of the whole window that does something in a place's page, wherever one is."""

    key: str
    words: str
    done: Callable[[PlacePage], object]


class Total(msgspec.Struct, frozen=True):
    """A total of the tally; totals stand by their ``rank``. ``then`` is what follows from it on the bench, None where
    nothing does, and ``lacks`` says what it would take."""

    name: str
    rank: int
    figure: Callable[[Job], Figure]
    then: Callable[[Job], Figure | None] | None = None
    lacks: str = ""


class Picture(msgspec.Struct, frozen=True):
    """A picture of a place for the guide: its name and what of the view is other than usual."""

    name: str
    view: dict[str, Any]


class Desk(NamedTuple):
    """What a page is made with."""

    bench: Bench
    out: HandingOut
    into: BringingIn
    places: Places


class Place(msgspec.Struct, frozen=True):
    """A place of the work.

    ``key`` is its name in the code, ``letter`` goes to it, ``group`` is the part of the work it belongs to, empty of
    what stands under the job's name. ``page`` makes its page. ``shows`` are the kinds of things whose home it is:
    ``rows`` and ``sizes`` say what of them the bench shows and what can be typed, ``words`` what stands beside a
    selected one and ``names`` what is said of one that is pointed at; ``leads_here`` are those that a figure resting on
    them leads here for. ``room_rows`` are the bench's rows of a room as a whole.

    ``cautions`` returns those that the work in a room calls for, which stand below its sheets. ``leaves`` are its
    leaves, the first the one it opens with. ``stands`` says whether what belongs there is there, so that nothing left
    to settle earns it a tick. ``found`` yields what of a room goes by a name, ``found_in_house`` what of the job.
    ``of_all`` works out what its page takes of the whole job, which is counted before the page is shown. ``opens`` says
    that the window opens there, ``begins`` that a new job begins there and ``begin_room`` how a room is begun there.
    ``aside`` makes of a session what is worked out beside the window without being asked for. ``of_job`` says that it
    is about the job as a whole: what was selected in a room is let go there.
    """

    key: str
    name: str
    letter: str
    group: str
    page: Callable[[Desk], PlacePage]
    room_rows: Callable[[Bench, Job, Room], Iterator[Row]]
    shows: tuple[type[ThingPath], ...] = ()
    rows: Callable[[], RowsOf] = dict
    sizes: Callable[[], SizesOf] = dict
    words: Callable[[], WordsOf] = dict
    names: Callable[[], WordsOf] = dict
    leads_here: tuple[type[ThingPath], ...] = ()
    cautions: Callable[[Job, Room | None], tuple[str, ...]] = lambda job, room: ()
    leaves: tuple[Leaf, ...] = ()
    stands: Callable[[Job], bool] = lambda job: False
    followed: Callable[[Job, Job], tuple[str, ...]] = lambda before, after: ()
    found: Callable[[Job, Room], Iterator[tuple[str, ThingPath]]] = lambda job, room: iter(())
    found_in_house: Callable[[Job], Iterator[tuple[str, ThingPath]]] = lambda job: iter(())
    hands_out: tuple[Export, ...] = ()
    brings_in: tuple[Import, ...] = ()
    keys: tuple[Key, ...] = ()
    of_all: Callable[[Job], object] | None = None
    opens: bool = False
    begins: bool = False
    begin_room: Callable[[PlacePage], object] = lambda page: None
    totals: tuple[Total, ...] = ()
    pictures: tuple[Picture, ...] = ()
    aside: Late | None = None
    of_job: bool = False

    def leaf(self, key: str) -> Leaf | None:
        """Return its leaf of that key, its first for one that it has not, None where it has none at all."""
        return next((leaf for leaf in self.leaves if leaf.key == key), self.leaves[0] if self.leaves else None)


def everywhere_rows() -> RowsOf:
    """Return the rows of what no place is the home of: totals and house rules."""
    from narrow_cornice.desk.rows.rule_rows import rule_rows
    from narrow_cornice.desk.rows.tally_rows import tally_rows

    return {HouseRulePath: rule_rows, TallyPath: tally_rows}


def everywhere_sizes() -> SizesOf:
    """Return the sizes of what no place is the home of: house rules that are lengths."""
    from narrow_cornice.desk.rows.rule_rows import rule_size

    return {HouseRulePath: rule_size}


class Places:
    """All places in the order of the work, and what they say together."""

    def __init__(self, each: tuple[Place, ...]) -> None:
        self.each = each
        self._home = {kind: place for place in each for kind in place.shows}
        self._leads = tuple(kind for place in each for kind in place.leads_here)

    def __getitem__(self, key: str) -> Place:
        """Return the place of that key, the first one where there is none."""
        return next((place for place in self.each if place.key == key), self.each[0])

    @property
    def opening(self) -> Place:
        """Return the place that the window opens with where none was looked at before."""
        return next((place for place in self.each if place.opens), self.each[0])

    def opening_of(self, job: Job, remembered: Remembered) -> str:
        """Return the key of the place that a job opens in: a new one where it begins, else where it was left."""
        if not job.rooms:
            return self.beginning.key
        there = any(place.key == remembered.place for place in self.each)
        return remembered.place if there else self.opening.key

    @property
    def beginning(self) -> Place:
        """Return the place that a new job begins in."""
        return next((place for place in self.each if place.begins), self.each[0])

    def by_letter(self, letter: str) -> Place | None:
        """Return the place a letter goes to, None where it goes to none."""
        return next((place for place in self.each if place.letter.lower() == letter.lower()), None)

    def groups(self) -> list[tuple[str, list[Place]]]:
        """Return the places by the part of the work they belong to."""
        made: dict[str, list[Place]] = {}
        for place in self.each:
            made.setdefault(place.group, []).append(place)
        return list(made.items())

    @cached_property
    def totals(self) -> tuple[Total, ...]:
        """Return the totals of the tally in their order."""
        return tuple(sorted((total for place in self.each for total in place.totals), key=lambda one: one.rank))

    def names(self) -> list[tuple[str, str]]:
        """Return the key and the name of every place."""
        return [(place.key, place.name) for place in self.each]

    def left_to_settle(self, job: Job) -> dict[str, tuple[int, bool]]:
        """Return by place how much is left to settle there, and whether any of it is unsafe or will not fit."""
        from narrow_cornice.review.bundles import to_decide  # the second look comes in with the first counting
        from narrow_cornice.review.finding import GRADES

        left: dict[str, tuple[int, bool]] = {}
        for bundle in to_decide(job):
            home = self.home_of(bundle.first.about)
            count, grave = left.get(home, (0, False))
            left[home] = (count + 1, grave or bundle.grade in GRADES[:2])
        return left

    def standing(self, job: Job) -> dict[str, bool]:
        """Return by place whether what belongs there is there."""
        return {place.key: place.stands(job) for place in self.each}

    # ---- things

    def home_of(self, path: ThingPath) -> str:
        """Return the key of the place that a thing is shown in, empty where every place shows it."""
        home = self._home.get(type(path))
        return home.key if home is not None else ""

    def leads_home(self, path: ThingPath) -> bool:
        """Return whether a figure that rests on a thing leads to the place it is shown in."""
        return isinstance(path, self._leads)

    def rows(self, bench: Bench, path: About) -> Iterator[Row]:
        """Yield the rows of a thing, of the room that is looked at for none or for one that is not there."""
        job = bench.session.job
        home = self._home.get(type(path)) if path is not None else None
        room = room_of(job, path) or bench.session.room()
        if self._is_there(job, path):
            rows = (
                (home.rows() if home is not None else everywhere_rows()).get(type(path)) if path is not None else None
            )
            if rows is not None:
                yield from rows(bench, job, path)
                return
        if room is None:
            yield Title("Nothing measured yet", job.name)
            yield NoteRow("A job begins with a room: two walls and a height are enough to start.")
            yield ButtonsRow(("Add a room …",), lambda _: bench.room_wanted.emit())
        else:
            yield from self[bench.session.view.place].room_rows(bench, job, room)

    @staticmethod
    def _is_there(job: Job, path: About) -> bool:
        return not isinstance(path, InRoom) or room_of(job, path) is not None

    def size_field(self, job: Job, path: About) -> SizeField | None:
        """Return the size that a path stands for, None where it has none."""
        if path is None or not self._is_there(job, path):
            return None
        home = self._home.get(type(path))
        size = (home.sizes() if home is not None else everywhere_sizes()).get(type(path))
        return size(job, path) if size is not None else None

    def total_of(self, job: Job, name: str) -> tuple[Figure, Figure | None, str] | None:
        """Return a total of the tally, what follows from it and what that lacks; None where there is none."""
        total = next((total for total in self.totals if total.name == name), None)
        if total is None:
            return None
        return total.figure(job), total.then(job) if total.then is not None else None, total.lacks

    def words_of(self, job: Job, path: About) -> str | None:
        """Return the words that stand beside a selected thing, None where its size does."""
        return self._said(job, path, lambda home: home.words())

    def name_of(self, job: Job, path: About) -> str | None:
        """Return what is said of a thing that is pointed at, None where its size is."""
        return self._said(job, path, lambda home: home.names())

    def _said(self, job: Job, path: About, of: Callable[[Place], WordsOf]) -> str | None:
        if path is None or not self._is_there(job, path):
            return None
        home = self._home.get(type(path))
        says = of(home).get(type(path)) if home is not None else None
        return says(job, path) if says is not None else None

    def found(self, job: Job, room_id: str) -> Iterator[tuple[str, ThingPath]]:
        """Yield every thing that goes by a name, those of the room that is looked at first."""
        for room in sorted(job.rooms, key=lambda room: room.id != room_id):
            for place in self.each:
                yield from place.found(job, room)
        for place in self.each:
            yield from place.found_in_house(job)

    # ---- leaves and drawings

    def leaf_of(self, view: View) -> Leaf | None:
        """Return the leaf that a view looks at, None in a place that has none."""
        return self[view.place].leaf(view.leaf)

    def seen_as(self, view: View) -> SeenAs | None:
        """Return what a view sees its room as, None where there is no drawing."""
        leaf = self.leaf_of(view)
        return None if leaf is None else leaf.drawing(view.seen_as)

    def going_to(self, place: str, remembered: Remembered) -> dict[str, object]:
        """Return what of the view changes on going to a place: it is found as it was left."""
        leaf = self[place].leaf(remembered.leaf(place))
        key = "" if leaf is None else leaf.key
        return {"place": self[place].key, "leaf": key, "seen_as": remembered.seen_as(place, key)}

    def leading_to(self, path: ThingPath, remembered: Remembered) -> dict[str, object]:
        """Return what of the view changes on being led to a thing: its place as it was left, with a leaf that lists it;
        nothing where every place shows it."""
        home = self.home_of(path)
        if not home:
            return {}
        going = self.going_to(home, remembered)
        leaf, listing = self[home].leaf(str(going["leaf"])), self.listing(home, path)
        if listing is not None and leaf is not None and not isinstance(path, leaf.lists):
            going |= {"leaf": listing.key, "seen_as": remembered.seen_as(home, listing.key)}
        return going

    def listing(self, place: str, path: ThingPath) -> Leaf | None:
        """Return the first leaf of a place that lists a thing, None where none does."""
        return next((one for one in self[place].leaves if isinstance(path, one.lists)), None)

    def stays_selected(self, place: str, selected: About) -> About:
        """Return what stays selected on going to a place."""
        home = self._home.get(type(selected)) if selected is not None else None
        return selected if not self[place].of_job or home is self[place] else None

    def followed(self, former: View, view: View) -> View:
        """Return a view with the leaf that lists what has newly been selected; its drawing stays where it can."""
        selected, leaf = view.selected, self.leaf_of(view)
        if selected is None or selected == former.selected or leaf is None or isinstance(selected, leaf.lists):
            return view
        if leaf.into is not None and leaf.into(selected):
            return view
        listing = self.listing(view.place, selected)
        if listing is None:
            return view
        seen = self.seen_as(view)
        stays = seen is not None and any(one.key == seen.key for one in listing.drawings)
        return replace(view, leaf=listing.key, seen_as=seen.key if seen is not None and stays else "")

    def drawing(self, job: Job, view: View, room: Room | None) -> Drawing | None:
        """Return the drawing of a room that a view looks at, None where its place has none, or where there is no room
        and it is not of the house; pure, for any thread."""
        seen, leaf = self.seen_as(view), self.leaf_of(view)
        if room is None:
            return leaf.drawings[0].draws(job, view, NO_ROOM) if leaf is not None and leaf.of_house else None
        if seen is None:
            return None
        drawing = seen.draws(job, view, room)
        if not view.by_lamp or seen.under_lamps != "tinted":
            return drawing
        from narrow_cornice.derived.zoned.lamps import kelvin_of
        from narrow_cornice.drawing.lamplit import under_light

        return under_light(drawing, kelvin_of(room, job.house_rules))
