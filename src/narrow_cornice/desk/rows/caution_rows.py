"""The cautions of what is looked at, as rows of the bench."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from narrow_cornice.desk.bench_rows import NoteRow, Row


def caution_rows(names: Iterable[str]) -> Iterator[Row]:
    """Yield the cautions of these names, in full."""
    from narrow_cornice.exchange.cautions import cautions_of

    for text in cautions_of(names):
        yield NoteRow(text, "caution")
