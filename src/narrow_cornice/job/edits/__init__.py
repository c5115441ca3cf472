"""Every change a person can make to a job, as an edit with a title.

Each function returns an Edit whose ``apply`` puts new values beside the old and shares all that stays.
"""

from __future__ import annotations

from narrow_cornice.job.edits.design_edits import (
    add_colour,
    change_colour,
    change_finish,
    change_room,
    change_trim,
    share_finish,
)
from narrow_cornice.job.edits.job_edits import (
    change_house_rule,
    change_settings,
    put_paint,
    put_stock,
    remove_colour,
    remove_paint,
    remove_stock,
    rename_job,
)
from narrow_cornice.job.edits.making import EditError, fresh_id
from narrow_cornice.job.edits.measure_edits import (
    add_opening,
    add_room,
    add_walked_room,
    add_wall,
    break_wall,
    change_opening,
    notch_corner,
    remove_opening,
    remove_room,
    remove_wall,
    rename_room,
    set_heights,
    straighten_wall,
    wall_name,
)
from narrow_cornice.job.edits.order_edits import keep_finding, mark_for_mixing, tick
from narrow_cornice.job.edits.survey_edits import (
    add_bay,
    assume_corner,
    curve_corner,
    put_diagonal,
    put_offset,
    set_angles,
    set_aside,
    set_readings,
    set_turn,
)
from narrow_cornice.job.history import Edit

__all__ = [
    "Edit",
    "EditError",
    "add_bay",
    "add_colour",
    "add_opening",
    "add_room",
    "add_walked_room",
    "add_wall",
    "assume_corner",
    "break_wall",
    "change_colour",
    "change_finish",
    "change_house_rule",
    "change_opening",
    "change_room",
    "change_settings",
    "change_trim",
    "curve_corner",
    "fresh_id",
    "keep_finding",
    "mark_for_mixing",
    "notch_corner",
    "put_diagonal",
    "put_offset",
    "put_paint",
    "put_stock",
    "remove_colour",
    "remove_opening",
    "remove_paint",
    "remove_room",
    "remove_stock",
    "remove_wall",
    "rename_job",
    "rename_room",
    "set_angles",
    "set_aside",
    "set_heights",
    "set_readings",
    "set_turn",
    "share_finish",
    "straighten_wall",
    "tick",
    "wall_name",
]
