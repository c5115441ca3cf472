"""The bench for how a surface is finished: its system, what is done before paint, what it is of, how coats are seen."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import get_args

from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.derived.coated.coverings import room_coverings
from narrow_cornice.derived.coated.layers import layers_of, tint_for
from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.coated.wall_surfaces import wall_bands
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, SwatchRow, ToggleRow
from narrow_cornice.exchange.cautions import cautions_of, in_short
from narrow_cornice.finishes.systems import preparations, systems
from narrow_cornice.finishes.woods import Wear, WoodAge, opacities, species
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Covering, Substrate, group_and_thing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.walled import Field
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.show import show_size

Change = Callable[..., None]
USUAL, NONE = "as usual", "none"
SUBSTRATES = tuple(one for one in get_args(Substrate) if one != "anything")


def system_row(one: Coated, change: Change) -> Iterator[Row]:
    """Yield the choice of a system, those first that suit the surface, and what the chosen one says."""
    known = systems()
    suit = [key for key, each in known.items() if each.suits(one.surface.kind, one.substrate)]
    rest = [key for key in known if key not in suit]
    options = (("", "none"), *((key, known[key].name) for key in (*suit, *rest)))
    names = dict(options)
    yield ChoiceRow("System", options, one.finish.system, lambda value: change(names[value].lower(), system=value))
    if one.system is not None:
        yield NoteRow(one.system.why)
        if one.system.cautions:
            yield NoteRow(in_short(cautions_of(one.system.cautions)), "caution")


def of_what_rows(room: Room, one: Coated, change: Change) -> Iterator[Row]:
    """Yield what a surface is of, and of wood under a stain its species, its age and how it lies in the weather."""
    usual = one.surface.substrate
    options = (("", f"{usual}, as it looks"), *((value, value) for value in SUBSTRATES))
    yield ChoiceRow(
        "It is of",
        options,
        one.finish.substrate or "",
        lambda value: change(value or usual, substrate=value or None),
    )
    if one.paint is None or not one.paint.stains:
        return
    woods = (("", "not said"), *((key, wood.name) for key, wood in species().items()))
    yield ChoiceRow("Wood", woods, one.finish.species, lambda value: change(dict(woods)[value], species=value))
    ages = tuple((value, value) for value in get_args(WoodAge))
    yield ChoiceRow("Its age", ages, one.finish.age, lambda value: change(value, age=value))
    if not room.outdoors:
        return
    wear = tuple((value, value) for value in get_args(Wear))
    yield ChoiceRow("It lies", wear, one.finish.wear, lambda value: change(value, wear=value))
    first, last = opacities()[one.paint.opacity].years(one.finish.wear)
    years = f"{first}" if first == last else f"{first} to {last}"
    yield NoteRow(f"Outdoors it is stained again after {years} {'year' if years == '1' else 'years'}.")


def seal_row(job: Job, one: Coated, change: Change) -> Iterator[Row]:
    """Yield the choice of a clear coat that comes last."""
    clear = {paint.id: paint.name for paint in job.paints if paint.opacity == "clear"}
    if not clear:
        return
    there = one.seal.name if one.seal is not None and one.finish.seal is None else NONE
    options = ((USUAL, f"as usual: {there}"), (NONE, NONE), *clear.items())
    current = USUAL if one.finish.seal is None else one.finish.seal or NONE

    def chosen(value: str) -> None:
        change(clear.get(value, f"sealer {value}"), seal={USUAL: None, NONE: ""}.get(value, value))

    yield ChoiceRow("Sealed with", options, current, chosen)


def preparation_rows(one: Coated, change: Change) -> Iterator[Row]:
    """Yield what is done before paint, each to be had or not."""
    yield Caption("Before paint")
    for key, each in preparations().items():
        yield ToggleRow(each.words.capitalize(), key in one.works, _toggling(one, key, each.words, change))
    if one.finish.preparation is not None:
        yield ToggleRow("Chosen by hand", True, lambda _: change("prepared as usual", preparation=None))


def _toggling(one: Coated, key: str, words: str, change: Change) -> Callable[[bool], None]:
    def toggled(on: bool) -> None:
        kept = [each for each in preparations() if (each in one.works and each != key) or (on and each == key)]
        change(f"{words}{'' if on else ', not done'}", preparation=tuple(kept))

    return toggled


def layer_rows(job: Job, one: Coated) -> Iterator[Row]:
    """Yield how a surface is seen coat by coat, and by what its primer is best tinted."""
    rules = house_rules_of(job.house_rules)
    layers = layers_of(one, job.colours, rules)
    if layers:
        yield Caption("Coat by coat")
        yield SwatchRow("Coat by coat", tuple((layer.tone, layer.words) for layer in layers))
    share = tint_for(one, job.colours, rules)
    if share is not None:
        words = f"Tint the primer by {100 * share:.0f} % of its colour" if share else "The primer is best left white"
        yield NoteRow(f"{words}: the fewest coats over what is there.", "verdigris")
    if one.paint is not None and one.paint.recoat:
        pot = f", used within {one.paint.pot_life:g} h once it is mixed" if one.paint.pot_life else ""
        yield NoteRow(f"Next coat after {one.paint.recoat:g} h{pot}.")
    for words in one.paint.cautions if one.paint is not None else ():
        yield NoteRow(f"Its sheet: {words}", "caution")


def covering_rows(bench: Bench, job: Job, room: Room, one: Coated) -> Iterator[Row]:
    """Yield what a paper or a tile on a surface takes, and how it is laid out."""
    every = room_coverings(room, job.house_rules, job.paints, job.colours, job.coverings)
    covered = every.get(one.surface.key)
    if covered is None:
        return
    yield Caption(covered.covering.name[:60])
    if covered.fault:
        yield NoteRow(covered.fault, "rust")
        return
    if covered.amount is not None:
        yield bench.figure_row(covered.amount, True)
    if covered.papering is not None:
        made = covered.papering
        yield NoteRow(f"Strips cut to {show_size(made.cut, job.settings)}, {made.per_roll} to a roll.")
    if covered.tiling is not None:
        made_of, ends = covered.tiling, []
        for words, each in (("across", made_of.across), ("up", made_of.up)):
            end = f" and {show_size(each.end, job.settings)} at both ends" if each.end else ""
            ends.append(f"{words} {each.whole} whole{end}")
        yield NoteRow(f"Laid from the middle: {', '.join(ends)}; {made_of.cut} of {made_of.places} are cut.")
    for figure in (covered.adhesive, covered.grout, covered.hours):
        if figure is not None:
            yield bench.figure_row(figure, False)
    field = _as_field(job, room, one, covered.covering)
    if field is not None:
        yield NoteRow("Counted with a share for waste. Laid out in Walls it is counted piece by piece.")
        edit = edits.lay_out(room.id, one.surface.key, one.surface.name, field)
        yield ButtonsRow(("Lay it out in Walls",), lambda _: bench.do(edit))


def _as_field(job: Job, room: Room, one: Coated, covering: Covering) -> Field | None:
    """Return a surface that is covered as a whole as a field: a wall, or as much of it as the surface is; a floor."""
    if one.surface.kind == "floor":
        return Field("", "", covering, on="floor")
    trimmed = trimmed_room(room, job.house_rules)
    if one.surface.kind != "wall" or not one.surface.wall_id or trimmed is None:
        return None
    bands = list(wall_bands(trimmed.trim, trimmed.height, split_of(trimmed)))
    group, _ = group_and_thing(one.surface.key)
    mine = next((band for band in bands if band[0] == group), None)
    if mine is None:
        return None
    low, high = (plain_length(round(figure.value, 1)) for figure in mine[2:4])
    bottom, top = low if mine is not bands[0] else None, high if mine is not bands[-1] else None
    return Field("", "", covering, one.surface.wall_id, bottom=bottom, top=top)
