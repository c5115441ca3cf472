"""Shared by all tests: a process without Qt when asked for, and jobs to work on."""

from __future__ import annotations

import gc
import importlib.abc
import os
import sys
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, settings

from narrow_cornice.job import as_built
from narrow_cornice.job.coloured import RoomColours
from narrow_cornice.job.presented import Presented
from thorough import many

# Values are frozen and hold one another in no circles: looking for circles in them takes a tenth of the time.
gc.set_threshold(50_000, 20, 50)

settings.register_profile(
    "usual", deadline=None, max_examples=many(12, 100), suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("usual")

if os.environ.get("NARROW_CORNICE_NO_QT"):

    class _NoQt(importlib.abc.MetaPathFinder):
        """Makes importing PyQt6 fail, so that nothing below the desk can lean on it."""

        def find_spec(self, name: str, path: object = None, target: object = None) -> None:
            if name == "PyQt6" or name.startswith("PyQt6."):
                raise ImportError("PyQt6 is out of reach below the desk")

    sys.meta_path.insert(0, _NoQt())


class _OutOfSight(dict[str, Any]):
    """The paint, the colours or the boards of a room as it is built: whoever looks at them is told."""

    def _told(self, *_: object) -> Any:
        raise AssertionError("what follows from the shape of a room looked at its paint, its colours or its boards")

    __getitem__ = __iter__ = __len__ = __contains__ = __eq__ = get = items = keys = values = _told  # type: ignore[assignment]
    __hash__ = None  # type: ignore[assignment]

    def __getattr__(self, name: str) -> Any:
        if name in (*RoomColours.__struct_fields__, *Presented.__struct_fields__):
            self._told()
        raise AttributeError(name)


for out_of_sight in ("UNPAINTED", "UNTONED", "UNCOLOURED", "UNSHOWN"):
    setattr(as_built, out_of_sight, _OutOfSight())


@pytest.fixture(autouse=True)
def _own_home(tmp_path_factory: pytest.TempPathFactory, monkeypatch: pytest.MonkeyPatch) -> None:
    """Keep every test's state files to itself."""
    home = tmp_path_factory.mktemp("home")
    for name in ("XDG_STATE_HOME", "XDG_CONFIG_HOME", "XDG_DATA_HOME", "XDG_CACHE_HOME"):
        monkeypatch.setenv(name, str(home / name.lower()))
    monkeypatch.setenv("HOME", str(home))


@pytest.fixture
def job_file(tmp_path: Path) -> Path:
    """Return the demo job as a file."""
    from narrow_cornice.job.file import write_job
    from narrow_cornice.job.samples import demo_job

    path = tmp_path / "pilot.cornice"
    write_job(path, demo_job())
    return path
