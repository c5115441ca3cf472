"""Making a change that may be refused as it is made."""

from __future__ import annotations

from collections.abc import Callable

from narrow_cornice.desk.bench import Bench
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.history import Edit


def done(bench: Bench, edit: Callable[[], Edit]) -> bool:
    """Make a change that may not be possible; what is wrong is told. Returns whether it was made."""
    try:
        return bench.do(edit())
    except CorniceError as error:
        bench.session.refused.emit(error)
        return False
