"""The bench for what is finished by itself: pieces, and blocks and stencils on walls."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import get_args

from narrow_cornice.derived.coated.pieces import BOARDED, STENCIL
from narrow_cornice.derived.walled.repeats import RepeatChoice, repeat_choices
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, SizeRow, TextRow, Title
from narrow_cornice.desk.offers import Doable
from narrow_cornice.desk.places.finishes.rows import finish_rows
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Block, Piece, PieceKind
from narrow_cornice.job.hanging import BLOCKS
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BlockPath, PiecePath, SurfacePath, identified

SIZED: dict[str, dict[str, str]] = {
    "boarded": {"width": "Length", "height": "Height", "board": "A board", "gap": "Gap", "depth": "Thickness"},
    "radiator": {"width": "Width", "height": "Height"},
    "box": {"width": "Width", "depth": "Depth", "height": "Height"},
}


def sizes_of(piece: Piece) -> dict[str, str]:
    """Return the sizes a piece has, with their words."""
    return SIZED["boarded" if piece.kind in BOARDED else "radiator" if piece.kind == "radiator" else "box"]


def piece_rows(bench: Bench, job: Job, path: PiecePath) -> Iterator[Row]:
    """Yield what a piece is, its sizes, and how it is finished."""
    room = job.room(path.room)
    piece: Piece | None = identified(room.finishes.pieces, path.id)
    if piece is None:
        yield Title("A piece", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    one = piece

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_piece(room.id, one.id, one.name, **fields))

    yield Title(one.name[:200], f"{one.kind}, {room.name[:100]}")
    yield TextRow("Name", one.name[:2000], lambda text: change(name=text))
    kinds = tuple((kind, kind) for kind in get_args(PieceKind))
    yield ChoiceRow("It is", kinds, one.kind, lambda value: change(kind=value))
    for size, words in sizes_of(one).items():
        yield from bench.size_rows(path.sized(size), words)
    if one.kind in BOARDED:
        sides = (("1", "one side"), ("2", "both sides"))
        yield ChoiceRow("Finished on", sides, str(one.sides), lambda value: change(sides=int(value)))
    yield SizeRow("How many", str(one.count), "1", lambda text: _count(bench, text, change))
    yield Caption("Its finish")
    yield from _of_finish(bench, job, SurfacePath(room.id, one.kind, one.id))
    yield ButtonsRow((f"Remove {one.name[:40]}",), lambda _: bench.do(edits.remove_piece(room.id, one.id, one.name)))


def _count(bench: Bench, text: str, change: Callable[..., bool]) -> bool:
    clean = text.strip()
    if not clean.isdigit():
        bench.session.refused.emit(CorniceError(f"“{clean[:40]}” is no number of them.", remedy="Write 4, say."))
        return False
    return change(count=int(clean[:6]))


def _of_finish(bench: Bench, job: Job, path: SurfacePath) -> Iterator[Row]:
    """Yield the rows of a finish without their title."""
    yield from (row for row in finish_rows(bench, job, path) if not isinstance(row, Title))


def block_rows(bench: Bench, job: Job, path: BlockPath) -> Iterator[Row]:
    """Yield where a block or a stencil is, how much of it is painted, and with what."""
    room = job.room(path.room)
    block: Block | None = path.found(room)
    if block is None:
        yield Title("A painted block", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    one = block

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_thing(room.id, "blocks", one.id, one.name, **fields))

    yield Title(one.name[:200], f"{BLOCKS.what.format(kind=one.kind)}, {room.name[:100]}")
    yield TextRow("Name", one.name[:2000], lambda text: change(name=text))
    stencil = one.kind == STENCIL
    for size, words in BLOCKS.words.items():
        if stencil or not size.startswith("repeat"):
            yield from bench.size_rows(path.sized(size), words.capitalize())
    if stencil:
        for choice in repeat_choices(room, one, job.house_rules, job.settings):
            yield ButtonsRow((choice.words,), partial(_repeated, change, choice))
        yield SizeRow("Painted of it", f"{100 * one.share:g} %", "30 %", lambda text: _share(bench, text, change))
    yield Caption("Its finish")
    yield from _of_finish(bench, job, SurfacePath(room.id, one.kind, one.id))
    yield ButtonsRow(
        (f"Remove {one.name[:40]}",),
        lambda _: bench.do(edits.remove_thing(room.id, "blocks", one.id, one.name)),
    )


def _repeated(change: Callable[..., bool], choice: RepeatChoice, _: int) -> None:
    change(**choice.fields)


def _share(bench: Bench, text: str, change: Callable[..., bool]) -> bool:
    try:
        share = float(text.replace("%", "").replace(",", ".").strip()) / 100
    except ValueError:
        share = 0.0
    if not 0.01 <= share <= 1:
        bench.session.refused.emit(CorniceError(f"“{text[:40]}” is no share of it.", remedy="Write 30 %, say."))
        return False
    return change(share=share)


def piece_offers(bench: Bench, room: Room) -> tuple[Doable, ...]:
    """Return the kinds of pieces that can be put into a room, each with the putting of it."""

    def adding(kind: PieceKind) -> Callable[[], object]:
        def add() -> None:
            if bench.do(edits.add_piece(room.id, kind)):
                added = bench.session.job.room(room.id).finishes.pieces[-1]
                bench.session.select(PiecePath(room.id, added.id))

        return add

    return tuple((kind, adding(kind)) for kind in get_args(PieceKind))
