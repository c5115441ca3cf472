"""A place of the work as one declared value, and all places together as the window, the bench and the others read them.

A place declares what it is called, what it shows and how, and what can be handed out of it; nothing else on the desk
knows any place by name. What costs time is imported by the functions it declares, when they are first called.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from functools import cached_property
from typing import Any, NamedTuple

import msgspec

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow, Row, Title
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.place_page import PlacePage
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


class Leaf(msgspec.Struct, frozen=True):
    """A drawing that can be chosen to stand above the sheets of a place, by its ``key``."""

    key: str
    words: str
    draws: Callable[[Job, View, Room], Drawing]


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
    """A total of the tally; totals stand by their ``rank``."""

    name: str
    rank: int
    figure: Callable[[Job], Figure]


class Picture(msgspec.Struct, frozen=True):
    """A picture of a place for the guide: its name and what of the view is other than usual."""

    name: str
    view: dict[str, Any]


class Desk(NamedTuple):
    """What a page is made with."""

    bench: Bench
    out: HandingOut
    places: Places


class Place(msgspec.Struct, frozen=True):
    """A place of the work.

    ``key`` is its name in the code, ``letter`` goes to it, ``group`` is the part of the work it belongs to. ``page``
    makes its page. ``shows`` are the kinds of things whose home it is: ``rows`` and ``sizes`` say what of them the
    bench shows and what can be typed, ``words`` what stands beside a selected one and ``names`` what is said of one
    that is pointed at; ``leads_here`` are those that a figure resting on them leads here for. ``room_rows`` are the
    bench's rows of a room as a whole.

    ``cautions`` stand below its sheets. ``leaves`` are its drawings, ``first_leaf`` the one it opens with where
    ``gives_way`` holds the one shown before.
    ``found`` yields what of a room goes by a name, ``found_in_house`` what of the job; ``ahead`` works out beside the
    window what its rows show. ``of_all`` says that its page takes the whole job counted, ``opens`` that
    the window opens there, ``begins`` that a new job begins there.
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
    cautions: tuple[str, ...] = ()
    leaves: tuple[Leaf, ...] = ()
    first_leaf: str = ""
    gives_way: tuple[str, ...] = ()
    found: Callable[[Job, Room], Iterator[tuple[str, ThingPath]]] = lambda job, room: iter(())
    found_in_house: Callable[[Job], Iterator[tuple[str, ThingPath]]] = lambda job: iter(())
    ahead: Callable[[Job, Room, View], object] = lambda job, room, view: None
    hands_out: tuple[Export, ...] = ()
    brings_in: tuple[Import, ...] = ()
    keys: tuple[Key, ...] = ()
    of_all: bool = False
    opens: bool = False
    begins: bool = False
    totals: tuple[Total, ...] = ()
    pictures: tuple[Picture, ...] = ()

    def leaf(self, key: str) -> Leaf | None:
        """Return its leaf of that key, None where it has none."""
        return next((leaf for leaf in self.leaves if leaf.key == key), None)


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
        """Return the place that the window opens with."""
        return next((place for place in self.each if place.opens), self.each[0])

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
    def leaves(self) -> tuple[Leaf, ...]:
        """Return every leaf once, in the order their keys are numbered by."""
        made: dict[str, Leaf] = {}
        for place in self.each:
            for leaf in place.leaves:
                made.setdefault(leaf.key, leaf)
        return tuple(made.values())

    @cached_property
    def totals(self) -> tuple[Total, ...]:
        """Return the totals of the tally in their order."""
        return tuple(sorted((total for place in self.each for total in place.totals), key=lambda one: one.rank))

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

    def total_of(self, job: Job, name: str) -> Figure | None:
        """Return a total of the tally by its name, None where there is none of that."""
        return next((total.figure(job) for total in self.totals if total.name == name), None)

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

    # ---- drawings

    def leaf_there(self, place: str, shown: str) -> str:
        """Return the leaf that is shown in a place: the one shown before, or its first where it has none such."""
        there = self[place]
        return shown if not there.leaves or there.leaf(shown) is not None else there.first_leaf

    def leaf_on_entering(self, place: Place, former: Place, shown: str) -> str:
        """Return the leaf a place opens with: the one shown before, unless it has none such or that one gives way."""
        if place.leaves and former is not place and shown in (*place.gives_way, former.first_leaf):
            return place.first_leaf
        return self.leaf_there(place.key, shown)

    def drawing(self, job: Job, view: View, room: Room, sheet: str = "") -> Drawing:
        """Return the drawing of a room that a view looks at; a pure function, for any thread."""
        key = sheet or view.sheet
        leaf = next((leaf for leaf in self.leaves if leaf.key == key), self.leaves[0])
        return leaf.draws(job, view, room)
