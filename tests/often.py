"""Which parameters are tried in every run, and which only with ``--all``."""

import pytest

_run = {"all": False}


def run_all(yes):
    """Say, before anything is collected, whether this run is one of everything."""
    _run["all"] = yes


def usual(values, often):
    """Parameters of which some are usual; the others are made with ``--all`` only, marked long.

    Where none is usual one is made all the same: it is left out by its mark, not by being nothing.
    """
    made = [
        pytest.param(value, marks=[] if value in often else [pytest.mark.long])
        for value in values
        if _run["all"] or value in often
    ]
    return made or [pytest.param(next(iter(values)), marks=[pytest.mark.long])]


def usually(cases, is_usual):
    """Cases of several arguments each, as ``usual`` makes them of values: usual are those at the
    places that ``is_usual`` says yes to."""
    return [
        pytest.param(*case, marks=[] if is_usual(k) else [pytest.mark.long])
        for k, case in enumerate(cases)
        if _run["all"] or is_usual(k)
    ]


def all_or(everything, few):
    """What a test that goes through many things in one goes through: all of them with ``--all``,
    else few."""
    return everything if _run["all"] else few


FEW = {
    "test_lay::test_the_four_kinds_come_out_right": 22,
    "test_random_jobs::test_a_lay_called_good_is_good_and_any_other_says_why": 10,
    "test_together::test_random_halves_are_laid_right": 6,
    "test_hand::test_random_pushes_leave_a_good_lay_good": 5,
    "test_repro::test_a_job_that_went_wrong_is_laid_or_refused": 6,
    "test_constraints::test_side_seams_meet_on_repeats_in_every_fold": 5,
    "test_matching::test_stripes_and_checks_are_level_in_the_makers_folds_too": 1,
    "test_matching::test_stripes_and_checks_are_level_at_the_sides": 1,
    "test_every_style::test_two_ways_at_least_break_no_rule": 8,
    "test_garments::test_its_lay_is_no_longer_than_by_hand": 6,
    "test_cut_papers::test_the_lay_is_rebuilt_from_the_figures_on_paper": 7,
    "test_cut_papers::test_tiled_pages_put_together_give_the_outlines": 1,
    "test_papers_in_units::test_what_the_command_line_prints": 2,
    "test_builder::test_every_two_parts_draft_together_or_say_why": 8,
    "test_builder::test_every_named_garment_drafts_at_every_size_with_all_that_is_sewn_held": 10,
    "test_styles::test_defaults_hold_every_check_at_every_size_of_the_chart": 60,
    "test_styles::test_each_missing_measurement_is_named": 13,
    "test_styles::test_every_preset_gives_clean_cut_lines": 13,
    "test_adjusting::test_every_change_is_in_the_draft_or_left_out_and_can_be_taken_back": 50,
    "test_figures::test_every_figure_of_other_answers_changes_the_draft_too": 4,
    "test_figures::test_what_is_not_needed_changes_nothing_and_its_checks_are_not_made": 5,
    "test_figures::test_answers_beyond_what_is_usual_are_doubted_and_drawn_where_they_can_be": 5,
    "test_version::test_rewritten_and_house_style_draft_alike_for_every_body": 5,
    "test_rings::test_what_is_taken_off_every_piece_of_the_house_is_what_was_put_on": 13,
    "test_drawing::test_every_piece_shows_cut_and_net_line_grain_and_name": 10,
    "test_apart::test_a_style_taken_apart_drafts_the_same_pieces": 12,
    "test_schools::test_every_school_drafts_every_style_or_names_what_disagrees": 50,
    "test_necklines::test_a_bodice_with_any_neck_holds_its_checks_at_every_size": 45,
    "test_taken_up::test_lengthening_by_a_centimetre_keeps_every_placement_that_still_holds": 1,
    "test_stopping::test_planning_five_garments_to_a_depth_hears_a_stop": 1,
    "test_units_everywhere::test_what_is_wrong_is_said_in_inches_too": 1,
    "test_studio::test_the_studio_s_own_style_is_drafted_and_laid_for_any_size": 2,
    "test_studio::test_every_order_of_the_demo_is_drafted_checked_and_laid": 3,
    "test_search::test_numpy_makes_the_same_tables_as_the_compiler": 4,
    "test_unfolding::test_the_four_kinds_lie_flat_as_their_plies_say": 7,
    "test_all_styles::test_main_options_draft_with_every_check_held_or_are_refused_as_reviewed": 1,
    "test_hostile_drawings::test_what_is_built_to_take_long_is_ended": 1,
    "test_search::test_locked_items_stay_and_nothing_lies_on_them": 2,
    "test_clients::test_what_two_windows_have_changed_is_shown_side_by_side_and_settled": 1,
    "test_typing::test_the_open_job_is_filled_in_at_the_speed_of_typing": 1,
    "test_desktop::test_commands_are_completed": 1,
    "test_sketch::test_every_style_is_sketched_or_left_to_its_pieces": 13,
}
"""Of how many cases, evenly taken from all, a test is usually tried: by its module and name."""
