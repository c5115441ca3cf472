"""How far a shelf sags, at once and after years, and how far it may span.

Euler–Bernoulli beams: a uniform load w over a span L sags 5wL⁴/(384EI) between free ends and wL⁴/(384EI) between
fixed ones, a load P at mid-span PL³/(48EI). A lipping adds its own EI about the axis both bend round (parallel-axis
rule), with tops flush. A board that creeps is as one of modulus E/(1 + creep) after years.
"""

from __future__ import annotations

import math
from typing import Literal

import msgspec

from narrow_cornice.casework.boards import creep_of, modulus_of
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, choice, explained, table
from narrow_cornice.explained.house_rules import HouseRules

Ends = Literal["free", "fixed"]
TUBE = (25.0, 22.0)  # mm: a hanging rail, across and inside


class Lipping(msgspec.Struct, frozen=True):
    """A strip along the front of a shelf, its top flush with the shelf's: what it is of, how thick it is from front to
    back and how tall, in mm."""

    material: str
    thick: float
    tall: float


class Shelf(msgspec.Struct, frozen=True):
    """A shelf: its clear span, its depth over all, its thickness in mm, what it is of, its lipping if it has one, what
    it carries in kg on each metre, and whether its ends are held (``fixed``) or lie on pins (``free``)."""

    span: float
    depth: float
    thickness: float
    material: str
    load: float
    lipping: Lipping | None = None
    ends: Ends = "free"


class Sag(msgspec.Struct, frozen=True):
    """What a shelf does under its load, each as a figure: how far it sags at once and after years, how far it may, and
    how far a shelf like it may span."""

    at_once: Figure
    after_years: Figure
    allowed: Figure
    longest: Figure

    @property
    def holds(self) -> bool:
        """Whether it stays within what is allowed."""
        return self.after_years.value <= self.allowed.value + 1e-9


@explained("load", "N/m", "load per metre × 9.81")
def load_on(load_per_metre: float) -> float:
    """Return newtons on each metre, from kilograms."""
    return load_per_metre * 9.81


@explained("stiffness", "N m²", "modulus × depth × thickness × thickness × thickness ÷ 12000")
def stiffness_plain(modulus: float, depth: float, thickness: float) -> float:
    """Return EI of a plain board."""
    return modulus * depth * thickness * thickness * thickness / 12_000


@explained("modulus after years", "GPa", "modulus ÷ (1 + creep)")
def modulus_after_years(modulus: float, creep: float) -> float:
    """Return the modulus that a board which creeps acts with after years."""
    return modulus / (1 + creep)


@explained(
    "axis it bends round",
    "mm",
    "(modulus × board × thickness × thickness + lipping modulus × lipping × height × height) "
    "÷ 2 ÷ (modulus × board × thickness + lipping modulus × lipping × height)",
)
def neutral_axis(
    modulus: float, board: float, thickness: float, lipping_modulus: float, lipping: float, height: float
) -> float:
    """Return how far below the common top the neutral axis of a board with its lipping lies."""
    moment = modulus * board * thickness * thickness + lipping_modulus * lipping * height * height
    return moment / 2 / (modulus * board * thickness + lipping_modulus * lipping * height)


@explained(
    "part of the stiffness",
    "N m²",
    "modulus × wide × (tall × tall × tall ÷ 12 + tall × (axis − tall ÷ 2) × (axis − tall ÷ 2)) × 0.001",
)
def stiffness_about(modulus: float, wide: float, tall: float, axis: float) -> float:
    """Return EI of a rectangle with its top at 0 about an axis below it (parallel-axis rule)."""
    return modulus * wide * (tall * tall * tall / 12 + tall * (axis - tall / 2) * (axis - tall / 2)) * 0.001


@explained("stiffness", "N m²", "board + lipping")
def stiffness_lipped(board: float, lipping: float) -> float:
    """Return EI of a board with its lipping."""
    return board + lipping


@explained("bend", "", "5 × load × span × span × span ÷ (384 × stiffness × 1000000000)")
def bend_free(load: float, span: float, stiffness: float) -> float:
    """Return the sag as a share of the span, ends free to turn; load in N/m, span in mm, EI in N m²."""
    return 5 * load * span * span * span / (384 * stiffness * 1_000_000_000)


@explained("bend", "", "load × span × span × span ÷ (384 × stiffness × 1000000000)")
def bend_fixed(load: float, span: float, stiffness: float) -> float:
    """Return the sag as a share of the span, ends held."""
    return load * span * span * span / (384 * stiffness * 1_000_000_000)


@explained("bend", "", "point load × 9.81 × span × span ÷ (48 × stiffness × 1000000)")
def bend_point(point_load: float, span: float, stiffness: float) -> float:
    """Return the sag as a share of the span under a load of so many kg at mid-span, ends free."""
    return point_load * 9.81 * span * span / (48 * stiffness * 1_000_000)


@explained("sag at once", "sag", "span × bend")
def sag_at_once(span: float, bend: float) -> float:
    """Return the sag when the load has just come on."""
    return span * bend


@explained("sag after years", "sag", "sag at once × stiffness ÷ stiffness after years")
def sag_after_years(sag_at_once: float, stiffness: float, stiffness_after_years: float) -> float:
    """Return the sag once the boards have crept."""
    return sag_at_once * stiffness / stiffness_after_years


@explained("part of the span", "sag", "span ÷ part")
def part_of_span(span: float, part: float) -> float:
    """Return the sag that is a part of the span (house rule)."""
    return span / part


@explained("allowed", "sag", "min(part of the span, most sag)")
def allowed_sag(part_of_the_span: float, most_sag: float) -> float:
    """Return the sag that is allowed where a long edge is seen (house rules)."""
    return min(part_of_the_span, most_sag)


@explained(
    "how much longer it may be", "", "min(∛(part of the span ÷ sag after years), √(√(most sag ÷ sag after years)))"
)
def stretch(part_of_the_span: float, sag_after_years: float, most_sag: float) -> float:
    """Return by how much a shelf like this one may be longer until it sags as far as it may: sag grows with the fourth
    power of the span, and what is allowed with the first, up to the most."""
    return min(math.cbrt(part_of_the_span / sag_after_years), math.sqrt(math.sqrt(most_sag / sag_after_years)))


@explained("longest span", "mm", "span × how much longer")
def longest_span(span: float, how_much_longer: float) -> float:
    """Return the span at which a shelf like this one sags as far as it may."""
    return span * how_much_longer


@explained(
    "stiffness of a tube",
    "N m²",
    "modulus × (across × across × across × across − inside × inside × inside × inside) × 3.14159 ÷ 64 ÷ 1000",
)
def stiffness_of_tube(modulus: float, across: float, inside: float) -> float:
    """Return EI of a round tube: I = π (D⁴ − d⁴) / 64."""
    return modulus * (across * across * across * across - inside * inside * inside * inside) * 3.14159 / 64 / 1000


def sag_of_rail(span: float, load: float, rules: HouseRules) -> Sag:
    """Return what a hanging rail of steel tube does under so many kg on each metre: held at its ends, and in its middle
    too where it is long, so that half of it spans."""
    long, on_it = choice("span", span, "mm"), load_on(choice("load per metre", load, "kg/m"))
    steel = table("modulus", 210.0, "GPa", "steel")
    across, inside = table("across", TUBE[0], "mm", "tube"), table("inside", TUBE[1], "mm", "tube")
    stiffness = stiffness_of_tube(steel, across, inside, called="stiffness")
    at_once = sag_at_once(long, bend_free(on_it, long, stiffness))
    after = sag_after_years(at_once, stiffness, stiffness)
    part, most = rules.figure("sag_part"), rules.figure("most_sag")
    of_span = part_of_span(long, part)
    return Sag(at_once, after, allowed_sag(of_span, most), longest_span(long, stretch(of_span, after, most)))


def checked_shelf(shelf: Shelf) -> Shelf:
    """Return the shelf. Raises CorniceError for sizes or a load that cannot be."""
    for name, value, most in (
        ("span", shelf.span, 10_000.0),
        ("depth", shelf.depth, 3_000.0),
        ("thickness", shelf.thickness, 300.0),
        ("load", shelf.load, 2_000.0),
    ):
        if not 0.0 < value <= most:
            raise CorniceError(
                f"A shelf with a {name} of {value:g} cannot be.", where=name, remedy=f"More than 0, {most:g} at most."
            )
    lipping = shelf.lipping
    if lipping is not None and not (0.0 < lipping.thick < shelf.depth and 0.0 < lipping.tall <= 300.0):
        raise CorniceError(
            "This lipping does not fit this shelf.", where="lipping", remedy="Thinner than the shelf is deep."
        )
    return shelf


def stiffness_of(shelf: Shelf, *, after_years: bool = False) -> Figure:
    """Return EI of a shelf with its lipping, at once or after years, in N m²."""

    def modulus(material: str) -> Figure:
        at_once = modulus_of(material)
        return modulus_after_years(at_once, creep_of(material)) if after_years else at_once

    called = "stiffness after years" if after_years else "stiffness"
    board, thickness = modulus(shelf.material), choice("thickness", shelf.thickness, "mm")
    lipping = shelf.lipping
    if lipping is None:
        return stiffness_plain(board, choice("depth", shelf.depth, "mm"), thickness, called=called)
    deep = choice("board", shelf.depth - lipping.thick, "mm")
    strip, thick, tall = (
        modulus(lipping.material),
        choice("lipping", lipping.thick, "mm"),
        choice("height", lipping.tall, "mm"),
    )
    axis = neutral_axis(board, deep, thickness, strip, thick, tall)
    parts = (
        stiffness_about(board, deep, thickness, axis, called="board"),
        stiffness_about(strip, thick, tall, axis, called="lipping"),
    )
    return stiffness_lipped(*parts, called=called)


def sag_of(shelf: Shelf, rules: HouseRules) -> Sag:
    """Return what a shelf does under its load."""
    span, load = choice("span", shelf.span, "mm"), load_on(choice("load per metre", shelf.load, "kg/m"))
    stiffness = stiffness_of(shelf)
    bend = (bend_free if shelf.ends == "free" else bend_fixed)(load, span, stiffness)
    at_once = sag_at_once(span, bend)
    after = sag_after_years(at_once, stiffness, stiffness_of(shelf, after_years=True))
    part, most = rules.figure("sag_part"), rules.figure("most_sag")
    of_span = part_of_span(span, part)
    return Sag(at_once, after, allowed_sag(of_span, most), longest_span(span, stretch(of_span, after, most)))
