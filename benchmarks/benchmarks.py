"""Speed and memory, each as a median in one run, against something measured in the same run.

Run all with ``make bench``, some by their names with ``make bench PARTS="starting editing"``. Nothing here is a test: a
slow machine makes slow figures, the ratios stay. Each part has a process of its own, so that none finds what another
left.
"""

from __future__ import annotations

import inspect
import subprocess
import sys
import tempfile
from collections.abc import Callable

from dragging import dragged, field_of_tiles, profiles
from editing import growth, one_dimension, schedule, thousand_edits
from lighting import light, rooms_in_perspective
from planning import works_over_days
from starting import start_up
from surveying import files, survey

from cutting import lengths_to_buy, one_bay, sheets_to_cut

PARTS: dict[str, Callable[..., None]] = {
    "starting": start_up,
    "editing": one_dimension,
    "sixty-rooms": growth,
    "thousand-edits": thousand_edits,
    "schedule": schedule,
    "files": files,
    "survey": survey,
    "profiles": profiles,
    "light": light,
    "perspective": rooms_in_perspective,
    "dragging": dragged,
    "tiles": field_of_tiles,
    "lengths": lengths_to_buy,
    "sheets": sheets_to_cut,
    "bay": one_bay,
    "programme": works_over_days,
}


def main() -> None:
    match sys.argv[1:]:
        case ["--here", name]:
            part = PARTS[name]
            with tempfile.TemporaryDirectory() as home:
                part(*[home] * len(inspect.signature(part).parameters))
        case names:
            unknown = [name for name in names if name not in PARTS]
            if unknown:
                raise SystemExit(f"there is no part {', '.join(unknown)}; there are {', '.join(PARTS)}")
            for name in names or PARTS:
                subprocess.run([sys.executable, __file__, "--here", name], check=True)


if __name__ == "__main__":
    main()
