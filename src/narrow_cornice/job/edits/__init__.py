"""Every change a person can make to a job, as an edit with a title.

Each function returns an Edit whose ``apply`` puts new values beside the old and shares all that stays.
"""

from __future__ import annotations

from narrow_cornice.job.edits.bay_edits import (
    arrange_bays as arrange_bays,
    change_bay as change_bay,
    change_compartment as change_compartment,
    make_bay_like as make_bay_like,
    merge_bays as merge_bays,
    one_bay_less as one_bay_less,
    one_compartment_less as one_compartment_less,
    one_more_bay as one_more_bay,
    one_more_compartment as one_more_compartment,
    slide_doors as slide_doors,
    space_shelves as space_shelves,
    split_bay as split_bay,
)
from narrow_cornice.job.edits.bought_edits import (
    add_own_line as add_own_line,
    change_own_line as change_own_line,
    keep_cutting_plan as keep_cutting_plan,
    keep_finding as keep_finding,
    keep_sheet_plan as keep_sheet_plan,
    mark_for_mixing as mark_for_mixing,
    record_purchase as record_purchase,
    remove_own_line as remove_own_line,
    set_left_over as set_left_over,
    set_left_sheets as set_left_sheets,
    take_quotes as take_quotes,
    tick as tick,
)
from narrow_cornice.job.edits.brief_edits import (
    add_brief_item as add_brief_item,
    raise_need as raise_need,
    remove_brief_item as remove_brief_item,
    set_brief as set_brief,
    set_furnished as set_furnished,
    take_fixed_colours as take_fixed_colours,
)
from narrow_cornice.job.edits.casework_edits import (
    add_built_in as add_built_in,
    build_along as build_along,
    change_built_in as change_built_in,
    cut_through as cut_through,
    remove_built_in as remove_built_in,
)
from narrow_cornice.job.edits.colour_edits import (
    add_seen_colour as add_seen_colour,
    break_on_purpose as break_on_purpose,
    change_bridge as change_bridge,
    exchange_colour as exchange_colour,
    give_colour as give_colour,
    put_bridge as put_bridge,
    put_deck as put_deck,
    remove_bridge as remove_bridge,
    remove_deck as remove_deck,
    set_beside as set_beside,
    set_role as set_role,
    set_strategy as set_strategy,
    take_colours as take_colours,
)
from narrow_cornice.job.edits.contents_edits import (
    change_kept as change_kept,
    keep_here as keep_here,
    keep_no_longer as keep_no_longer,
    set_before as set_before,
)
from narrow_cornice.job.edits.finish_edits import (
    add_colour as add_colour,
    add_piece as add_piece,
    change_colour as change_colour,
    change_finish as change_finish,
    change_finishes as change_finishes,
    change_piece as change_piece,
    lay_out as lay_out,
    put_left_tin as put_left_tin,
    put_paints as put_paints,
    put_test_board as put_test_board,
    remove_covering as remove_covering,
    remove_left_tin as remove_left_tin,
    remove_piece as remove_piece,
    remove_test_board as remove_test_board,
    share_finish as share_finish,
    take_from_house as take_from_house,
    use_system as use_system,
)
from narrow_cornice.job.edits.job_edits import (
    change_house_rule as change_house_rule,
    change_joinery as change_joinery,
    change_settings as change_settings,
    put_milled as put_milled,
    put_paint as put_paint,
    put_way_in as put_way_in,
    remove_colour as remove_colour,
    remove_milled as remove_milled,
    remove_paint as remove_paint,
    remove_way_in as remove_way_in,
    rename_job as rename_job,
)
from narrow_cornice.job.edits.kind_edits import (
    forget_kind as forget_kind,
    keep_kinds as keep_kinds,
)
from narrow_cornice.job.edits.logbook_edits import (
    add_entry_picture as add_entry_picture,
    change_entry as change_entry,
    hand_over as hand_over,
    log_entries as log_entries,
    remove_entry as remove_entry,
    shelve_left_over as shelve_left_over,
)
from narrow_cornice.job.edits.making import EditError as EditError, fresh_id as fresh_id
from narrow_cornice.job.edits.opening_edits import (
    USUAL_OPENINGS as USUAL_OPENINGS,
    add_opening as add_opening,
    change_opening as change_opening,
    join_openings as join_openings,
    remove_opening as remove_opening,
)
from narrow_cornice.job.edits.panel_edits import (
    add_panels as add_panels,
    change_panels as change_panels,
    change_screen as change_screen,
    remove_panels as remove_panels,
)
from narrow_cornice.job.edits.photo_edits import (
    add_photo as add_photo,
    remove_photo as remove_photo,
)
from narrow_cornice.job.edits.presented_edits import (
    add_client_photo as add_client_photo,
    answer_item as answer_item,
    change_client_photo as change_client_photo,
    make_optional as make_optional,
    present_on as present_on,
    put_photo_part as put_photo_part,
    remove_client_photo as remove_client_photo,
    remove_photo_part as remove_photo_part,
    see_from as see_from,
    wish_of_card as wish_of_card,
)
from narrow_cornice.job.edits.programme_edits import (
    add_work as add_work,
    change_programme as change_programme,
    change_work as change_work,
    day_of as day_of,
    free_again as free_again,
    keep_free as keep_free,
    keep_programme as keep_programme,
    remove_work as remove_work,
    take_weather as take_weather,
    wish_of_work as wish_of_work,
)
from narrow_cornice.job.edits.room_edits import (
    add_room as add_room,
    add_walked_room as add_walked_room,
    remove_room as remove_room,
    rename_room as rename_room,
    set_outdoors as set_outdoors,
)
from narrow_cornice.job.edits.scheme_edits import (
    keep_scheme as keep_scheme,
    remove_scheme as remove_scheme,
    rename_scheme as rename_scheme,
    take_room as take_room,
    take_scheme as take_scheme,
)
from narrow_cornice.job.edits.shop_edits import (
    rename_shop as rename_shop,
)
from narrow_cornice.job.edits.survey_edits import (
    assume_corner as assume_corner,
    change_width as change_width,
    put_diagonal as put_diagonal,
    put_offset as put_offset,
    put_width as put_width,
    set_angles as set_angles,
    set_aside as set_aside,
    set_heights as set_heights,
    set_level as set_level,
    set_readings as set_readings,
    set_slope as set_slope,
    set_tray as set_tray,
    set_turn as set_turn,
    width_there as width_there,
)
from narrow_cornice.job.edits.thing_edits import (
    change_thing as change_thing,
    put_up as put_up,
    remove_thing as remove_thing,
    set_across as set_across,
    set_backing as set_backing,
    set_trueness as set_trueness,
)
from narrow_cornice.job.edits.trim_edits import (
    BY_RANK as BY_RANK,
    REDUCTIONS as REDUCTIONS,
    change_room as change_room,
    change_trim as change_trim,
    choose_order as choose_order,
    cornices_by_rank as cornices_by_rank,
    draw_section as draw_section,
    order_of_the_house as order_of_the_house,
    put_orders as put_orders,
    put_profiles as put_profiles,
    reduce_cornice as reduce_cornice,
    remove_order as remove_order,
    remove_profile as remove_profile,
    use_stock as use_stock,
)
from narrow_cornice.job.edits.walk_edits import (
    begin_walk as begin_walk,
    close_walk as close_walk,
    fresh_name as fresh_name,
    take_wall_back as take_wall_back,
    walk_on as walk_on,
)
from narrow_cornice.job.edits.wall_edits import (
    add_bay as add_bay,
    add_wall as add_wall,
    break_wall as break_wall,
    corner_after as corner_after,
    curve_corner as curve_corner,
    notch_corner as notch_corner,
    remove_wall as remove_wall,
    straighten_wall as straighten_wall,
    wall_name as wall_name,
)
from narrow_cornice.job.edits.walling_edits import (
    add_field as add_field,
    change_field as change_field,
    change_pictures as change_pictures,
    change_walled as change_walled,
    cover_field as cover_field,
    paper_round as paper_round,
    put_covering as put_covering,
    put_on_wall as put_on_wall,
    put_strip as put_strip,
    remove_walled as remove_walled,
)
from narrow_cornice.job.edits.zone_edits import (
    add_zone as add_zone,
    change_zoned as change_zoned,
    dress_window as dress_window,
    hang_lamp as hang_lamp,
    keep_bed_direction as keep_bed_direction,
    move_zoned as move_zoned,
    put_fabric as put_fabric,
    put_own_piece as put_own_piece,
    remove_fabric as remove_fabric,
    remove_own_piece as remove_own_piece,
    remove_zoned as remove_zoned,
    set_north as set_north,
    stand_piece as stand_piece,
    take_arrangement as take_arrangement,
    usual_piece as usual_piece,
)
from narrow_cornice.job.history import Edit as Edit
