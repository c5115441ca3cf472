"""What is seen of a surface coat by coat: the colour there now, the primer, each coat (Kubelka–Munk), or wood under a
stain; and by how much a primer is best tinted."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.coats import Primed, suggested_tint, swatches
from narrow_cornice.finishes.woods import species, stained
from narrow_cornice.job.finishes import Colour

BARE = {"plaster": "#d8cbbd", "wood": "#e3c79b", "metal": "#8d8f91", "masonry": "#a86f57", "cement": "#b5b2ab"}
WHITE = "#f1efe9"  # a primer's own colour


class Layer(NamedTuple):
    """One layer as it is seen, as #rrggbb, and what it is."""

    tone: str
    words: str


def ground_of(one: Coated, colours: dict[str, Colour]) -> tuple[str, str]:
    """Return the colour a surface has now as #rrggbb, and in words what that is: as it was said, its wood under a
    stain, else what it is of where it is bare."""
    over = colours.get(one.finish.over or "")
    wood = species().get(one.finish.species)
    if wood is not None:
        age = one.finish.age
        return wood.colour(age), f"{wood.name}, {age}" if age != "new" else wood.name
    if over is not None:
        return over.hex, "now"
    if one.state == "bare" or one.paint is None or one.paint.stains:
        return BARE.get(one.substrate, BARE["plaster"]), f"bare {one.substrate}"
    return WHITE, "not said"


def layers_of(one: Coated, colours: tuple[Colour, ...], rules: HouseRules) -> tuple[Layer, ...]:
    """Return what is seen of a surface before and after each coat; nothing where it has no paint or colour yet."""
    if one.paint is None or one.coats is None:
        return ()
    ground, words = ground_of(one, {colour.id: colour for colour in colours})
    coats = int(one.coats.value)
    if one.paint.stains:
        tone = one.colour.hex if one.colour is not None else ground
        seen = stained(ground, tone, one.paint.opacity, coats)
        made = [Layer(seen[0], words), *(Layer(each, f"coat {place}") for place, each in enumerate(seen[1:], 1))]
    elif one.colour is None:
        return ()
    else:
        primed = None
        if one.primer is not None:
            primed = Primed(one.primer.hiding, rules.value("tint_share") if one.tint is not None else 0.0)
        seen = swatches(ground, one.colour.hex, one.paint.hiding, coats, primed)
        names = [words, *(["primer"] if primed else []), *(f"coat {place}" for place in range(1, coats + 1))]
        made = [Layer(tone, name) for tone, name in zip(seen, names, strict=True)]
    if one.seal is not None:
        made.append(Layer(made[-1].tone, "sealed"))
    return tuple(made)


def tint_for(one: Coated, colours: tuple[Colour, ...], rules: HouseRules) -> float | None:
    """Return by what share of its colour the primer of a surface is best tinted, None where it has none or the colour
    there now is not said."""
    over = next((colour for colour in colours if colour.id == one.finish.over), None)
    if one.primer is None or one.paint is None or one.colour is None or over is None:
        return None
    most, unseen = int(rules.value("most_coats")), rules.value("hidden_difference")
    return suggested_tint(over.hex, one.colour.hex, one.paint.hiding, most, unseen, one.primer.hiding)
