"""Every change a person can make to a job, as an edit with a title.

Each function returns an Edit whose ``apply`` puts new values beside the old and shares all that stays.
"""

from __future__ import annotations

from narrow_cornice.job.edits.bay_edits import (
    arrange_bays as arrange_bays,
)
from narrow_cornice.job.edits.bay_edits import (
    change_bay as change_bay,
)
from narrow_cornice.job.edits.bay_edits import (
    change_compartment as change_compartment,
)
from narrow_cornice.job.edits.bay_edits import (
    make_bay_like as make_bay_like,
)
from narrow_cornice.job.edits.bay_edits import (
    merge_bays as merge_bays,
)
from narrow_cornice.job.edits.bay_edits import (
    one_bay_less as one_bay_less,
)
from narrow_cornice.job.edits.bay_edits import (
    one_compartment_less as one_compartment_less,
)
from narrow_cornice.job.edits.bay_edits import (
    one_more_bay as one_more_bay,
)
from narrow_cornice.job.edits.bay_edits import (
    one_more_compartment as one_more_compartment,
)
from narrow_cornice.job.edits.bay_edits import (
    slide_doors as slide_doors,
)
from narrow_cornice.job.edits.bay_edits import (
    space_shelves as space_shelves,
)
from narrow_cornice.job.edits.bay_edits import (
    split_bay as split_bay,
)
from narrow_cornice.job.edits.bought_edits import (
    add_own_line as add_own_line,
)
from narrow_cornice.job.edits.bought_edits import (
    change_own_line as change_own_line,
)
from narrow_cornice.job.edits.bought_edits import (
    keep_cutting_plan as keep_cutting_plan,
)
from narrow_cornice.job.edits.bought_edits import (
    keep_finding as keep_finding,
)
from narrow_cornice.job.edits.bought_edits import (
    keep_sheet_plan as keep_sheet_plan,
)
from narrow_cornice.job.edits.bought_edits import (
    mark_for_mixing as mark_for_mixing,
)
from narrow_cornice.job.edits.bought_edits import (
    record_purchase as record_purchase,
)
from narrow_cornice.job.edits.bought_edits import (
    remove_own_line as remove_own_line,
)
from narrow_cornice.job.edits.bought_edits import (
    set_left_over as set_left_over,
)
from narrow_cornice.job.edits.bought_edits import (
    set_left_sheets as set_left_sheets,
)
from narrow_cornice.job.edits.bought_edits import (
    take_quotes as take_quotes,
)
from narrow_cornice.job.edits.bought_edits import (
    tick as tick,
)
from narrow_cornice.job.edits.brief_edits import (
    add_brief_item as add_brief_item,
)
from narrow_cornice.job.edits.brief_edits import (
    raise_need as raise_need,
)
from narrow_cornice.job.edits.brief_edits import (
    remove_brief_item as remove_brief_item,
)
from narrow_cornice.job.edits.brief_edits import (
    set_brief as set_brief,
)
from narrow_cornice.job.edits.brief_edits import (
    take_fixed_colours as take_fixed_colours,
)
from narrow_cornice.job.edits.casework_edits import (
    add_built_in as add_built_in,
)
from narrow_cornice.job.edits.casework_edits import (
    build_along as build_along,
)
from narrow_cornice.job.edits.casework_edits import (
    change_built_in as change_built_in,
)
from narrow_cornice.job.edits.casework_edits import (
    cut_through as cut_through,
)
from narrow_cornice.job.edits.casework_edits import (
    remove_built_in as remove_built_in,
)
from narrow_cornice.job.edits.colour_edits import (
    add_seen_colour as add_seen_colour,
)
from narrow_cornice.job.edits.colour_edits import (
    break_on_purpose as break_on_purpose,
)
from narrow_cornice.job.edits.colour_edits import (
    change_bridge as change_bridge,
)
from narrow_cornice.job.edits.colour_edits import (
    exchange_colour as exchange_colour,
)
from narrow_cornice.job.edits.colour_edits import (
    give_colour as give_colour,
)
from narrow_cornice.job.edits.colour_edits import (
    put_bridge as put_bridge,
)
from narrow_cornice.job.edits.colour_edits import (
    put_deck as put_deck,
)
from narrow_cornice.job.edits.colour_edits import (
    remove_bridge as remove_bridge,
)
from narrow_cornice.job.edits.colour_edits import (
    remove_deck as remove_deck,
)
from narrow_cornice.job.edits.colour_edits import (
    set_beside as set_beside,
)
from narrow_cornice.job.edits.colour_edits import (
    set_role as set_role,
)
from narrow_cornice.job.edits.colour_edits import (
    set_strategy as set_strategy,
)
from narrow_cornice.job.edits.colour_edits import (
    take_colours as take_colours,
)
from narrow_cornice.job.edits.contents_edits import (
    change_kept as change_kept,
)
from narrow_cornice.job.edits.contents_edits import (
    keep_here as keep_here,
)
from narrow_cornice.job.edits.contents_edits import (
    keep_no_longer as keep_no_longer,
)
from narrow_cornice.job.edits.contents_edits import (
    set_before as set_before,
)
from narrow_cornice.job.edits.finish_edits import (
    add_colour as add_colour,
)
from narrow_cornice.job.edits.finish_edits import (
    add_piece as add_piece,
)
from narrow_cornice.job.edits.finish_edits import (
    change_colour as change_colour,
)
from narrow_cornice.job.edits.finish_edits import (
    change_finish as change_finish,
)
from narrow_cornice.job.edits.finish_edits import (
    change_finishes as change_finishes,
)
from narrow_cornice.job.edits.finish_edits import (
    change_piece as change_piece,
)
from narrow_cornice.job.edits.finish_edits import (
    lay_out as lay_out,
)
from narrow_cornice.job.edits.finish_edits import (
    put_left_tin as put_left_tin,
)
from narrow_cornice.job.edits.finish_edits import (
    put_paints as put_paints,
)
from narrow_cornice.job.edits.finish_edits import (
    put_test_board as put_test_board,
)
from narrow_cornice.job.edits.finish_edits import (
    remove_covering as remove_covering,
)
from narrow_cornice.job.edits.finish_edits import (
    remove_left_tin as remove_left_tin,
)
from narrow_cornice.job.edits.finish_edits import (
    remove_piece as remove_piece,
)
from narrow_cornice.job.edits.finish_edits import (
    remove_test_board as remove_test_board,
)
from narrow_cornice.job.edits.finish_edits import (
    share_finish as share_finish,
)
from narrow_cornice.job.edits.finish_edits import (
    take_from_house as take_from_house,
)
from narrow_cornice.job.edits.finish_edits import (
    use_system as use_system,
)
from narrow_cornice.job.edits.job_edits import (
    change_house_rule as change_house_rule,
)
from narrow_cornice.job.edits.job_edits import (
    change_joinery as change_joinery,
)
from narrow_cornice.job.edits.job_edits import (
    change_settings as change_settings,
)
from narrow_cornice.job.edits.job_edits import (
    put_milled as put_milled,
)
from narrow_cornice.job.edits.job_edits import (
    put_paint as put_paint,
)
from narrow_cornice.job.edits.job_edits import (
    put_way_in as put_way_in,
)
from narrow_cornice.job.edits.job_edits import (
    remove_colour as remove_colour,
)
from narrow_cornice.job.edits.job_edits import (
    remove_milled as remove_milled,
)
from narrow_cornice.job.edits.job_edits import (
    remove_paint as remove_paint,
)
from narrow_cornice.job.edits.job_edits import (
    remove_way_in as remove_way_in,
)
from narrow_cornice.job.edits.job_edits import (
    rename_job as rename_job,
)
from narrow_cornice.job.edits.kind_edits import (
    forget_kind as forget_kind,
)
from narrow_cornice.job.edits.kind_edits import (
    keep_kinds as keep_kinds,
)
from narrow_cornice.job.edits.making import EditError as EditError
from narrow_cornice.job.edits.making import fresh_id as fresh_id
from narrow_cornice.job.edits.opening_edits import (
    add_opening as add_opening,
)
from narrow_cornice.job.edits.opening_edits import (
    change_opening as change_opening,
)
from narrow_cornice.job.edits.opening_edits import (
    join_openings as join_openings,
)
from narrow_cornice.job.edits.opening_edits import (
    remove_opening as remove_opening,
)
from narrow_cornice.job.edits.panel_edits import (
    add_panels as add_panels,
)
from narrow_cornice.job.edits.panel_edits import (
    change_panels as change_panels,
)
from narrow_cornice.job.edits.panel_edits import (
    change_screen as change_screen,
)
from narrow_cornice.job.edits.panel_edits import (
    remove_panels as remove_panels,
)
from narrow_cornice.job.edits.photo_edits import (
    add_photo as add_photo,
)
from narrow_cornice.job.edits.photo_edits import (
    remove_photo as remove_photo,
)
from narrow_cornice.job.edits.programme_edits import (
    add_work as add_work,
)
from narrow_cornice.job.edits.programme_edits import (
    change_programme as change_programme,
)
from narrow_cornice.job.edits.programme_edits import (
    change_work as change_work,
)
from narrow_cornice.job.edits.programme_edits import (
    day_of as day_of,
)
from narrow_cornice.job.edits.programme_edits import (
    free_again as free_again,
)
from narrow_cornice.job.edits.programme_edits import (
    keep_free as keep_free,
)
from narrow_cornice.job.edits.programme_edits import (
    keep_programme as keep_programme,
)
from narrow_cornice.job.edits.programme_edits import (
    remove_work as remove_work,
)
from narrow_cornice.job.edits.programme_edits import (
    take_weather as take_weather,
)
from narrow_cornice.job.edits.programme_edits import (
    wish_of_work as wish_of_work,
)
from narrow_cornice.job.edits.room_edits import (
    add_room as add_room,
)
from narrow_cornice.job.edits.room_edits import (
    add_walked_room as add_walked_room,
)
from narrow_cornice.job.edits.room_edits import (
    remove_room as remove_room,
)
from narrow_cornice.job.edits.room_edits import (
    rename_room as rename_room,
)
from narrow_cornice.job.edits.room_edits import (
    set_outdoors as set_outdoors,
)
from narrow_cornice.job.edits.scheme_edits import (
    keep_scheme as keep_scheme,
)
from narrow_cornice.job.edits.scheme_edits import (
    remove_scheme as remove_scheme,
)
from narrow_cornice.job.edits.scheme_edits import (
    rename_scheme as rename_scheme,
)
from narrow_cornice.job.edits.scheme_edits import (
    take_room as take_room,
)
from narrow_cornice.job.edits.scheme_edits import (
    take_scheme as take_scheme,
)
from narrow_cornice.job.edits.shop_edits import (
    rename_shop as rename_shop,
)
from narrow_cornice.job.edits.survey_edits import (
    assume_corner as assume_corner,
)
from narrow_cornice.job.edits.survey_edits import (
    change_width as change_width,
)
from narrow_cornice.job.edits.survey_edits import (
    put_diagonal as put_diagonal,
)
from narrow_cornice.job.edits.survey_edits import (
    put_offset as put_offset,
)
from narrow_cornice.job.edits.survey_edits import (
    put_width as put_width,
)
from narrow_cornice.job.edits.survey_edits import (
    set_angles as set_angles,
)
from narrow_cornice.job.edits.survey_edits import (
    set_aside as set_aside,
)
from narrow_cornice.job.edits.survey_edits import (
    set_heights as set_heights,
)
from narrow_cornice.job.edits.survey_edits import (
    set_level as set_level,
)
from narrow_cornice.job.edits.survey_edits import (
    set_readings as set_readings,
)
from narrow_cornice.job.edits.survey_edits import (
    set_slope as set_slope,
)
from narrow_cornice.job.edits.survey_edits import (
    set_tray as set_tray,
)
from narrow_cornice.job.edits.survey_edits import (
    set_turn as set_turn,
)
from narrow_cornice.job.edits.survey_edits import (
    width_there as width_there,
)
from narrow_cornice.job.edits.thing_edits import (
    change_thing as change_thing,
)
from narrow_cornice.job.edits.thing_edits import (
    put_up as put_up,
)
from narrow_cornice.job.edits.thing_edits import (
    remove_thing as remove_thing,
)
from narrow_cornice.job.edits.thing_edits import (
    set_across as set_across,
)
from narrow_cornice.job.edits.thing_edits import (
    set_backing as set_backing,
)
from narrow_cornice.job.edits.thing_edits import (
    set_trueness as set_trueness,
)
from narrow_cornice.job.edits.trim_edits import (
    BY_RANK as BY_RANK,
)
from narrow_cornice.job.edits.trim_edits import (
    REDUCTIONS as REDUCTIONS,
)
from narrow_cornice.job.edits.trim_edits import (
    change_room as change_room,
)
from narrow_cornice.job.edits.trim_edits import (
    change_trim as change_trim,
)
from narrow_cornice.job.edits.trim_edits import (
    choose_order as choose_order,
)
from narrow_cornice.job.edits.trim_edits import (
    cornices_by_rank as cornices_by_rank,
)
from narrow_cornice.job.edits.trim_edits import (
    draw_section as draw_section,
)
from narrow_cornice.job.edits.trim_edits import (
    order_of_the_house as order_of_the_house,
)
from narrow_cornice.job.edits.trim_edits import (
    put_orders as put_orders,
)
from narrow_cornice.job.edits.trim_edits import (
    put_profiles as put_profiles,
)
from narrow_cornice.job.edits.trim_edits import (
    reduce_cornice as reduce_cornice,
)
from narrow_cornice.job.edits.trim_edits import (
    remove_order as remove_order,
)
from narrow_cornice.job.edits.trim_edits import (
    remove_profile as remove_profile,
)
from narrow_cornice.job.edits.trim_edits import (
    use_stock as use_stock,
)
from narrow_cornice.job.edits.walk_edits import (
    begin_walk as begin_walk,
)
from narrow_cornice.job.edits.walk_edits import (
    close_walk as close_walk,
)
from narrow_cornice.job.edits.walk_edits import (
    take_wall_back as take_wall_back,
)
from narrow_cornice.job.edits.walk_edits import (
    walk_on as walk_on,
)
from narrow_cornice.job.edits.wall_edits import (
    add_bay as add_bay,
)
from narrow_cornice.job.edits.wall_edits import (
    add_wall as add_wall,
)
from narrow_cornice.job.edits.wall_edits import (
    break_wall as break_wall,
)
from narrow_cornice.job.edits.wall_edits import (
    corner_after as corner_after,
)
from narrow_cornice.job.edits.wall_edits import (
    curve_corner as curve_corner,
)
from narrow_cornice.job.edits.wall_edits import (
    notch_corner as notch_corner,
)
from narrow_cornice.job.edits.wall_edits import (
    remove_wall as remove_wall,
)
from narrow_cornice.job.edits.wall_edits import (
    straighten_wall as straighten_wall,
)
from narrow_cornice.job.edits.wall_edits import (
    wall_name as wall_name,
)
from narrow_cornice.job.edits.walling_edits import (
    add_field as add_field,
)
from narrow_cornice.job.edits.walling_edits import (
    change_field as change_field,
)
from narrow_cornice.job.edits.walling_edits import (
    change_pictures as change_pictures,
)
from narrow_cornice.job.edits.walling_edits import (
    change_walled as change_walled,
)
from narrow_cornice.job.edits.walling_edits import (
    cover_field as cover_field,
)
from narrow_cornice.job.edits.walling_edits import (
    paper_round as paper_round,
)
from narrow_cornice.job.edits.walling_edits import (
    put_covering as put_covering,
)
from narrow_cornice.job.edits.walling_edits import (
    put_on_wall as put_on_wall,
)
from narrow_cornice.job.edits.walling_edits import (
    put_strip as put_strip,
)
from narrow_cornice.job.edits.walling_edits import (
    remove_walled as remove_walled,
)
from narrow_cornice.job.edits.zone_edits import (
    add_zone as add_zone,
)
from narrow_cornice.job.edits.zone_edits import (
    change_zoned as change_zoned,
)
from narrow_cornice.job.edits.zone_edits import (
    dress_window as dress_window,
)
from narrow_cornice.job.edits.zone_edits import (
    hang_lamp as hang_lamp,
)
from narrow_cornice.job.edits.zone_edits import (
    keep_bed_direction as keep_bed_direction,
)
from narrow_cornice.job.edits.zone_edits import (
    move_zoned as move_zoned,
)
from narrow_cornice.job.edits.zone_edits import (
    put_fabric as put_fabric,
)
from narrow_cornice.job.edits.zone_edits import (
    put_own_piece as put_own_piece,
)
from narrow_cornice.job.edits.zone_edits import (
    remove_fabric as remove_fabric,
)
from narrow_cornice.job.edits.zone_edits import (
    remove_own_piece as remove_own_piece,
)
from narrow_cornice.job.edits.zone_edits import (
    remove_zoned as remove_zoned,
)
from narrow_cornice.job.edits.zone_edits import (
    set_north as set_north,
)
from narrow_cornice.job.edits.zone_edits import (
    stand_piece as stand_piece,
)
from narrow_cornice.job.edits.zone_edits import (
    take_arrangement as take_arrangement,
)
from narrow_cornice.job.edits.zone_edits import (
    usual_piece as usual_piece,
)
from narrow_cornice.job.history import Edit as Edit
