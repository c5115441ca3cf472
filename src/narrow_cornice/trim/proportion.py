"""The wall proportioned as an order: from the ceiling height to every member.

Two schools take the whole wall for an order, one takes plain shares of the height:
*five-part* (no pedestal): entablature = height ÷ 5. *Nineteen-part*: pedestal 4, column 12, entablature 3.
*Per-cent*: skirting a share of the height, casing and crown shares of the skirting (house rules).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Literal, get_args

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.trim.orders import Order

School = Literal["five-part", "nineteen-part", "per-cent"]
SCHOOLS: tuple[School, ...] = get_args(School)


class Proportion(msgspec.Struct, frozen=True):
    """What a school and an order make of a height. A member the school does not have is None."""

    height: Figure
    skirting: Figure
    casing: Figure
    cornice: Figure
    entablature: Figure | None = None
    architrave: Figure | None = None
    frieze: Figure | None = None
    column: Figure | None = None
    diameter: Figure | None = None
    pedestal: Figure | None = None
    dado_rail: Figure | None = None
    picture_rail: Figure | None = None
    picture_rail_top: Figure | None = None
    members: Mapping[str, Figure] = {}


@explained("entablature", "mm", "ceiling height ÷ 5")
def entablature_of_five(ceiling_height: float) -> float:
    """Return the entablature of a wall without pedestal: a fifth of the height."""
    return ceiling_height / 5


@explained("entablature", "mm", "ceiling height × 3 ÷ 19")
def entablature_of_nineteen(ceiling_height: float) -> float:
    """Return the entablature of a wall with pedestal: three of nineteen parts."""
    return ceiling_height * 3 / 19


@explained("pedestal", "mm", "ceiling height × 4 ÷ 19")
def pedestal_of_nineteen(ceiling_height: float) -> float:
    """Return the pedestal: four of nineteen parts."""
    return ceiling_height * 4 / 19


@explained("column", "mm", "ceiling height − entablature")
def column_of_five(ceiling_height: float, entablature: float) -> float:
    """Return the column that stands on the floor: the rest of the height."""
    return ceiling_height - entablature


@explained("column", "mm", "ceiling height − pedestal − entablature")
def column_of_nineteen(ceiling_height: float, pedestal: float, entablature: float) -> float:
    """Return the column that stands on a pedestal: twelve of nineteen parts, which is the rest."""
    return ceiling_height - pedestal - entablature


@explained("diameter", "mm", "column ÷ column in diameters")
def lower_diameter(column: float, column_in_diameters: float) -> float:
    """Return D, the lower diameter of the column."""
    return column / column_in_diameters


@explained("part of the entablature", "mm", "entablature × its parts ÷ parts in all")
def share_of_entablature(entablature: float, its_parts: float, parts_in_all: float) -> float:
    """Return architrave, frieze or cornice as its share of the entablature."""
    return entablature * its_parts / parts_in_all


@explained("member", "mm", "cornice × its parts ÷ parts in all")
def share_of_cornice(cornice: float, its_parts: float, parts_in_all: float) -> float:
    """Return one member of the cornice as its share of the whole."""
    return cornice * its_parts / parts_in_all


@explained("skirting", "mm", "diameter ÷ 2")
def skirting_of_column(diameter: float) -> float:
    """Return the skirting where there is no pedestal: the base of the column, half a diameter."""
    return diameter / 2


@explained("skirting", "mm", "pedestal × 2 ÷ 9")
def skirting_of_pedestal(pedestal: float) -> float:
    """Return the skirting where there is a pedestal: its base, two ninths."""
    return pedestal * 2 / 9


@explained("dado rail", "mm", "pedestal ÷ 9")
def dado_of_pedestal(pedestal: float) -> float:
    """Return the dado rail: the cap of the pedestal, a ninth; its top is the pedestal's height."""
    return pedestal / 9


@explained("casing", "mm", "architrave")
def casing_of_architrave(architrave: float) -> float:
    """Return the casing of doors and windows: as wide as the architrave is high."""
    return architrave


@explained("picture rail", "mm", "architrave × picture rail share of architrave")
def picture_rail_of_architrave(architrave: float, picture_rail_share_of_architrave: float) -> float:
    """Return the picture rail, which stands for the crowning moulding of the architrave (house rule)."""
    return architrave * picture_rail_share_of_architrave


@explained("top of picture rail", "mm", "ceiling height − cornice − frieze")
def top_of_picture_rail(ceiling_height: float, cornice: float, frieze: float) -> float:
    """Return the line on which the architrave ends and the frieze begins, above the floor."""
    return ceiling_height - cornice - frieze


@explained("skirting", "mm", "ceiling height × skirting share of height")
def skirting_per_cent(ceiling_height: float, skirting_share_of_height: float) -> float:
    """Return the plain modern skirting (house rule)."""
    return ceiling_height * skirting_share_of_height


@explained("casing", "mm", "ceil(skirting × casing share of skirting ÷ casing step) × casing step")
def casing_per_cent(skirting: float, casing_share_of_skirting: float, casing_step: float) -> float:
    """Return the plain modern casing, rounded up to the step (house rules)."""
    return math.ceil(skirting * casing_share_of_skirting / casing_step) * casing_step


@explained("crown", "mm", "skirting × crown share of skirting")
def crown_per_cent(skirting: float, crown_share_of_skirting: float) -> float:
    """Return the plain modern crown (house rule)."""
    return skirting * crown_share_of_skirting


def proportion(height: Figure, order: Order, school: School, rules: HouseRules) -> Proportion:
    """Return every size that ``order`` and ``school`` ask of a wall of this height.

    Raises CorniceError for a height that is not above nought or a school that is not known.
    """
    if not height.value > 0:
        raise CorniceError("A ceiling height must be more than nought.", where="height")
    if school == "per-cent":
        return _per_cent(height, rules)
    if school not in SCHOOLS:
        raise CorniceError(
            f"There is no school called “{school[:60]}”.", where="school", remedy=f"Known: {', '.join(SCHOOLS)}."
        )
    if school == "five-part":
        pedestal = None
        entablature = entablature_of_five(height)
        column = column_of_five(height, entablature)
    else:
        pedestal = pedestal_of_nineteen(height)
        entablature = entablature_of_nineteen(height)
        column = column_of_nineteen(height, pedestal, entablature)
    source = f"{order.name} order"
    in_all = table("parts in all", order.entablature_parts, "", f"{source}: architrave, frieze and cornice")

    def part(name: str, parts: float) -> Figure:
        return share_of_entablature(
            entablature, table("its parts", parts, "", f"{source}: {name}"), in_all, called=name
        )

    diameter = lower_diameter(column, table("column in diameters", order.column_diameters, "", source))
    architrave, frieze, cornice = (
        part("architrave", order.architrave),
        part("frieze", order.frieze),
        part("cornice", order.cornice),
    )
    all_members = table("parts in all", order.member_parts, "", f"{source}: members of the cornice")
    members = {
        name: share_of_cornice(cornice, table("its parts", parts, "", f"{source}: {name}"), all_members, called=name)
        for name, parts in order.members
    }
    return Proportion(
        height=height,
        skirting=skirting_of_pedestal(pedestal) if pedestal else skirting_of_column(diameter),
        casing=casing_of_architrave(architrave),
        cornice=cornice,
        entablature=entablature,
        architrave=architrave,
        frieze=frieze,
        column=column,
        diameter=diameter,
        pedestal=pedestal,
        dado_rail=dado_of_pedestal(pedestal) if pedestal else None,
        picture_rail=picture_rail_of_architrave(architrave, rules.figure("picture_rail_share")),
        picture_rail_top=top_of_picture_rail(height, cornice, frieze),
        members=members,
    )


def _per_cent(height: Figure, rules: HouseRules) -> Proportion:
    skirting = skirting_per_cent(height, rules.figure("skirting_share"))
    casing = casing_per_cent(skirting, rules.figure("casing_share"), rules.figure("casing_step"))
    crown = crown_per_cent(skirting, rules.figure("crown_share"))
    return Proportion(height=height, skirting=skirting, casing=casing, cornice=crown, members={"crown": crown})
