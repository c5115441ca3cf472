"""The bench for a lamp: what it gives, and where it hangs."""

from __future__ import annotations

from collections.abc import Iterator
from typing import get_args

from narrow_cornice.derived.zoned.lamps import hung_lamps, lamp_figure
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.zones.sizes import words_of_place
from narrow_cornice.desk.places.zones.zoned_rows import changing, findings_of, gone_rows, removing, seen_in
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import (
    LampPath,
)
from narrow_cornice.units.show import show_kelvin, show_lumens
from narrow_cornice.zones.library import Layer, lamp_kinds


def lamp_rows(bench: Bench, job: Job, path: LampPath) -> Iterator[Row]:
    """Yield what a lamp is and gives, and where it hangs."""
    room = job.room(path.room)
    lamp = path.found(room)
    if lamp is None:
        yield from gone_rows(path, job)
        return
    change = changing(bench, path, lamp)
    kind = lamp_kinds()[lamp.kind]
    yield Title(lamp.name[:200], f"{kind.name}, {room.name[:100]}")
    yield TextRow("Name", lamp.name[:2000], lambda text: change(name=text))
    kinds = tuple((key, one.name) for key, one in lamp_kinds().items())
    yield ChoiceRow("It is", kinds, lamp.kind, lambda value: change(kind=value))
    layers = tuple((one, one) for one in get_args(Layer))
    yield ChoiceRow("Layer", layers, lamp.layer or kind.layer, lambda value: change(layer=value))
    yield SizeRow(
        "Lumens",
        "" if lamp.lumens is None else show_lumens(lamp.lumens),
        f"{show_lumens(kind.lumens)} as usual",
        lambda text: number_typed(bench, text, "number of lumens", (0, 100_000), lambda v: change(lumens=v)),
    )
    yield SizeRow(
        "Colour temperature",
        "" if lamp.kelvin is None else show_kelvin(lamp.kelvin),
        f"{show_kelvin(kind.kelvin)} as usual",
        lambda text: number_typed(bench, text, "colour temperature", (1700, 10_000), lambda v: change(kelvin=v)),
    )
    for size, words in {"height": "Light above the floor", **words_of_place(lamp.wall)}.items():
        yield from bench.size_rows(path.sized(size), words[:1].upper() + words[1:])
    yield from seen_in(job, lamp.colour, lambda value: change(colour=value or None), "Seen in")
    yield ToggleRow("It is there already", lamp.there, lambda on: change(there=on))
    hung = next((one for one in hung_lamps(room, job.house_rules) if one.lamp.id == lamp.id), None)
    if hung is None:
        yield NoteRow("It is not placed in the room: drag it there, or type where it hangs.", "ochre")
    else:
        yield bench.figure_row(lamp_figure(room.id, hung), False)
    yield removing(bench, path, lamp)
    yield from findings_of(bench, path)
