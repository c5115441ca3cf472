"""The works of a room, in the order of the trade: clear, wash, strip, repair, let dry, sand, fit and build, lay, prime,
coat after coat, hang, refit and dress; each with its hours and what must be before it.

The hours are those of the estimate, parted by what is done when: preparations, each coat, grouting after tiling.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.derived.built.building_hours import building_hours
from narrow_cornice.derived.built.parts import HEAVY, carcass_weights
from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.coverings import Covered, room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.painting_order import turns
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.coated.surface import SurfaceKind
from narrow_cornice.derived.measured.at_work import is_high
from narrow_cornice.derived.trimwork.fitting_hours import fitting_hours
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.amounts import taken_of
from narrow_cornice.derived.walled.hanging_hours import base_hours, hanging_hours
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.systems import preparations
from narrow_cornice.job.finishes import Colour, Covering, Overlay, Paint, Paper, Tile
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity
from narrow_cornice.programme.works import Work
from narrow_cornice.trim.kinds import KINDS, MEMBERED, TrimKind

PAINTER, JOINER, TILER, HANGER = "painter", "joiner", "tiler", "paperhanger"
SKILLS = (
    *((key, PAINTER) for key in ("strip", "wash", "repair:", "sand", "coat:")),
    *((key, JOINER) for key in ("fit:", "build:")),
    *((key, TILER) for key in ("base", "waterproof")),
)
WASHED, SANDED, STRIPPED = ("wash", "lift"), ("sand", "dull", "dust"), ("strip", "brush")


class Coat(NamedTuple):
    """One coat of a surface: its hours, how long it dries, and whether it is primer, coat or sealer."""

    hours: float
    dries: float
    kind: str


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def works_of_room(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    stock: tuple[MilledTrim, ...],
    joinery: Joinery,
    coverings: tuple[Covering, ...],
) -> tuple[Work, ...]:
    """Return the works of a room, each after those that must be before it; drying as at 20 °C and 50 %."""
    tables = (room, changed_rules, paints, colours)
    trimmed, rules = trimmed_room(room, changed_rules), house_rules_of(changed_rules)
    made = _Works(room, rules, high=trimmed is not None and is_high(trimmed.height.value, rules))
    made.prepare(coated_surfaces(*tables), painting_hours(*tables))
    made.build(fitting_hours(room, changed_rules, stock, joinery), changed_rules)
    made.lay(changed_rules, room_coverings(*tables, coverings))
    made.coat(coated_surfaces(*tables), painting_hours(*tables))
    made.finish(changed_rules)
    return tuple(made.works)


class _Works:
    """The works of a room as they come together; ``base`` are those that all that follows comes after. Where it is
    ``high`` what is done overhead is done off a ladder, which needs two (drying and days)."""

    def __init__(self, room: Room, rules: HouseRules, *, high: bool) -> None:
        self.room, self.rules = room, rules
        self.overhead = (2, 2) if high else (1, 2)
        self.works: list[Work] = []
        self.base: tuple[str, ...] = ()
        self.papers: list[Work] = []

    def add(self, key: str, name: str, hours: float, after: tuple[str, ...], **fields: object) -> str | None:
        """Take a work up, unless nothing is to be done; return what it is called by."""
        if hours <= 0:
            return None
        skill = next((skill for begins, skill in SKILLS if key.startswith(begins)), "")
        work = Work(
            f"{self.room.id}:{key}", self.room.id, name, hours, after=after, outdoors=self.room.outdoors, skill=skill
        )  # fmt: skip
        self.works.append(replace(work, **fields))
        return work.id

    def then(self, *keys: str | None) -> None:
        """Let what follows come after these, where there are any."""
        found = tuple(key for key in keys if key is not None)
        self.base = found or self.base

    def prepare(self, coated: tuple[Coated, ...], hours: Mapping[str, Figure]) -> None:
        """Clear the room, wash, strip, repair, sand."""
        spent = dict.fromkeys(preparations(), 0.0)
        for one in coated:
            if one.surface.key in hours:
                for key, much in _prepared(one, hours[one.surface.key]).items():
                    spent[key] += much
        anything = bool(hours) or bool(room_repairs(self.room)) or bool(self.room.casework.built_ins)
        if anything and not self.room.outdoors:
            self.then(self.add("clear", "clear and cover", self.rules.value("hours_clear"), (), hands=(1, 2)))
        strip = sum(spent[key] for key in STRIPPED)
        self.then(self.add("strip", "strip", strip, self.base, air="dust", noisy=True, tool="scraper", hands=(1, 2)))
        wash = sum(spent[key] for key in WASHED)
        dries = self.rules.value("dries_wash")
        self.then(
            self.add("wash", "wash and degrease", wash, self.base, air="wet", dries=dries, tool="sponge", hands=(1, 2))
        )
        repairs: dict[str, tuple[float, float]] = {}
        for repair in room_repairs(self.room):
            dry = self.rules.value(repair.kind.dries) if repair.kind.dries else 0.0
            repairs[repair.mark.kind] = (repairs.get(repair.mark.kind, (0.0, 0.0))[0] + repair.hours, dry)
        self.then(
            *(
                self.add(
                    f"repair:{kind}", f"repair: {kind}", much, self.base, air="wet", dries=dry, tool="filling knife"
                )
                for kind, (much, dry) in repairs.items()
            )
        )
        sand = sum(spent[key] for key in SANDED)
        self.then(self.add("sand", "fill, sand, dust off", sand, self.base, air="dust", tool="sander", hands=(1, 2)))

    def build(self, fitted: Mapping[TrimKind, Figure], changed_rules: dict[str, float]) -> None:
        """Fit trim and build in, each in its school: units first, or skirting first."""
        runs = []
        for run in self.room.casework.built_ins:
            hours = building_hours(self.room, run, changed_rules)
            if hours is not None:
                runs.append((run, hours.value))
        ids = {kind: f"{self.room.id}:fit:{kind}" for kind in KINDS if kind in fitted}
        made: list[str | None] = []
        for run, much in runs:
            weights = carcass_weights(self.room, run, changed_rules)
            two = bool(weights) and max(weights) > HEAVY
            after = self.base
            if run.sequence == "trim first" and "skirting" in ids:
                after = (*after, ids["skirting"])
            made.append(
                self.add(
                    f"build:{run.id}", f"build in {run.name[:40]}", much, after,
                    air="dust", noisy=True, tool="saw", hands=(2, 2) if two else (1, 2),
                )
            )  # fmt: skip
        units = tuple(f"{self.room.id}:build:{run.id}" for run, _ in runs if run.sequence == "units first")
        for kind in KINDS:
            if kind in fitted:
                figure = fitted[kind]
                after = (*self.base, *units) if kind == "skirting" else self.base
                made.append(
                    self.add(
                        f"fit:{kind}", f"fit {kind}", figure.value, after,
                        air="dust", noisy=True, tool="saw", hands=self.overhead if kind == MEMBERED else (1, 2),
                    )
                )  # fmt: skip
        self.then(*made)

    def lay(self, changed_rules: dict[str, float], covered: Mapping[str, Covered]) -> None:
        """Lay tiles, boards, slats and cement before anything is painted; paper waits for the paint."""
        laid: dict[str, tuple[str, Covering, float]] = {}
        for one in covered.values():
            if one.hours is not None:
                covering = one.covering
                key = f"cover:{covering.id}"
                much = laid.get(key, ("", covering, 0.0))[2] + one.hours.value
                laid[key] = (covering.name, covering, much)
        for taken in taken_of(self.room, changed_rules):
            if taken.hours is not None:
                field, key = taken.laid.field, f"lay:{taken.laid.field.id}"
                name, covering, much = laid.get(key, (field.name, field.covering, 0.0))  # a strip with its field
                laid[key] = (name, covering, much + taken.hours.value)
        self._wet_base(laid)
        made: list[str | None] = []
        for key, (name, covering, much) in laid.items():
            if isinstance(covering, Paper):
                dries = self.rules.value("dries_paper")
                self.papers.append(
                    Work(
                        f"{self.room.id}:{key}", self.room.id, f"hang {name[:40]}", much,
                        dries=dries, air="wet", tool="pasting brush", skill=HANGER,
                    )
                )  # fmt: skip
                continue
            made.append(self._laid(key, name, covering, much))
        self.then(*made)

    def _wet_base(self, laid: Mapping[str, tuple[str, Covering, float]]) -> None:
        """Make the base of a shower, and keep water out under what is tiled there: first, and tested."""
        bases = sum(figure.value for figure in base_hours(self.room))
        self.then(self.add("base", "make the shower base", bases, self.base, tool="trowel", hands=(1, 2)))
        falls = any(field.drain is not None and f"lay:{field.id}" in laid for field in self.room.walling.fields)
        if falls or bases > 0:
            much, dries = self.rules.value("hours_waterproof"), self.rules.value("dries_waterproofing")
            words = "waterproof, two coats, and test"
            self.then(self.add("waterproof", words, much, self.base, air="wet", dries=dries, tool="brush"))

    def _laid(self, key: str, name: str, covering: Covering, hours: float) -> str | None:
        """Add what is laid: tiles are grouted when their adhesive is dry."""
        if isinstance(covering, Tile):
            share = self.rules.value("grout_share")
            first = self.add(
                key, f"lay {name[:40]}", hours * (1 - share), self.base,
                air="wet", dries=self.rules.value("dries_adhesive"), tool="trowel", hands=(1, 2), skill=TILER,
            )  # fmt: skip
            return self.add(
                f"{key}:grout", f"grout {name[:40]}", hours * share, (first,) if first else self.base,
                air="wet", dries=self.rules.value("dries_grout"), tool="float", skill=TILER,
            )  # fmt: skip
        if isinstance(covering, Overlay):
            dries = self.rules.value("dries_overlay")
            return self.add(
                key, f"lay {name[:40]}", hours, self.base, air="wet", dries=dries, tool="trowel", skill=TILER
            )  # fmt: skip
        return self.add(
            key, f"fix {name[:40]}", hours, self.base, air="dust", noisy=True, tool="saw", hands=(1, 2), skill=JOINER
        )  # fmt: skip

    def coat(self, coated: tuple[Coated, ...], hours: Mapping[str, Figure]) -> None:
        """Prime and coat the groups in the order of their school, one coat after another; where anything of a group is
        primed, what is not begins with the first coat."""
        turn, groups = turns(self.rules), dict[int, list[tuple[Coated, list[Coat]]]]()
        for one in coated:
            if one.surface.key in hours and (coats := _coats(one, hours[one.surface.key], self.rules)):
                groups.setdefault(turn[one.surface.kind], []).append((one, coats))
        for place in sorted(groups):
            group, words = groups[place], _words([one.surface.kind for one, _ in groups[place]])
            primed = any(coats[0].kind == "primer" for _, coats in group)
            hands = self.overhead if any(one.surface.kind == "ceiling" for one, _ in group) else (1, 2)
            layers: dict[int, list[Coat]] = {}
            for _, coats in group:
                first = 0 if not primed or coats[0].kind == "primer" else 1
                for number, coat in enumerate(coats, first):
                    layers.setdefault(number, []).append(coat)
            for number in sorted(layers):
                layer = layers[number]
                kinds = {coat.kind for coat in layer}
                said = _said(kinds, number - primed)
                spare = kinds == {"coat"} and number == max(layers) and number - primed > 0
                self.then(
                    self.add(
                        f"coat:{words}:{number + 1}", f"{words}, {said}", sum(coat.hours for coat in layer), self.base,
                        dries=max(coat.dries for coat in layer), air="wet", hands=hands,
                        tool="roller" if words in ("ceiling", "walls") else "brush", spare=spare,
                    )
                )  # fmt: skip

    def finish(self, changed_rules: dict[str, float]) -> None:
        """Hang paper, then pictures and things; refit and dress."""
        for paper in self.papers:
            self.works.append(replace(paper, after=self.base))
        self.then(*(paper.id for paper in self.papers))
        bases = sum(figure.value for figure in base_hours(self.room))
        hang = sum(figure.value for figure in hanging_hours(self.room, changed_rules)) - bases
        self.then(self.add("hang", "hang pictures and things", hang, self.base, tool="drill", noisy=True))
        if self.works and not self.room.outdoors:
            self.add("dress", "refit and dress", self.rules.value("hours_dress"), self.base, hands=(1, 2))


def _prepared(one: Coated, figure: Figure) -> dict[str, float]:
    """Return the hours of what is done to a surface before paint, by the keys of the preparations."""
    known, made = preparations(), dict[str, float]()
    for key in one.works:
        found = [part.value for part in figure.parts if part.name == known[key].words]
        made[key] = sum(found)
    return made


def _coats(one: Coated, figure: Figure, rules: HouseRules) -> list[Coat]:
    """Return the coats of a surface, primer first and sealer last, each with its share of the hours."""
    own = round(one.coats.value) if one.coats is not None else 0
    seals = round(one.seal_coats.value) if one.seal_coats is not None else 0
    kinds = [*(["primer"] if one.primer is not None else []), *(["coat"] * own), *(["sealer"] * seals)]
    left = figure.value - sum(_prepared(one, figure).values())
    if not kinds:
        return []
    paint = {"primer": one.primer, "coat": one.paint, "sealer": one.seal}
    return [Coat(left / len(kinds), _dries(paint[kind], kind, one, rules), kind) for kind in kinds]


def _dries(paint: Paint | None, kind: str, one: Coated, rules: HouseRules) -> float:
    """Return how long a coat dries: as its sheet says, else by what it is and what it is on."""
    if paint is not None and paint.recoat > 0:
        return paint.recoat
    if kind == "primer":
        return rules.value("dries_primer")
    if paint is not None and paint.opacity:
        return rules.value("dries_varnish" if kind == "sealer" else "dries_stain")
    if paint is not None and paint.thinner == "solvent":
        return rules.value("dries_oil")
    return rules.value("dries_emulsion" if one.substrate == "plaster" else "dries_enamel")


def _words(kinds: Collection[SurfaceKind]) -> str:
    """Return a group of surfaces in words, whatever the school that decides its turn."""
    if "floor" in kinds:
        return "floor"
    if "ceiling" in kinds:
        return "ceiling"
    if {"wall", "block"} & set(kinds):
        return "walls"
    if "casework" in kinds:
        return "built-ins and pieces" if "piece" in kinds else "built-ins"
    return "pieces" if "piece" in kinds else "woodwork"


def _said(kinds: set[str], number: int) -> str:
    """Return which coat it is, primers not counted."""
    if kinds == {"primer"}:
        return "primer"
    if kinds == {"sealer"}:
        return "sealer"
    coat = ("first", "second", "third", "fourth")[max(0, min(3, number))] + " coat"
    return f"{coat} and sealer" if "sealer" in kinds else coat
