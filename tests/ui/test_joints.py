"""Joints in the browser: chosen for two boards, changed in their sentence, cut in both boards, taken back (R14)."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

from ranura.core.joints.kinds import KINDS

pytestmark = pytest.mark.slow

DESK = "/jobs/prompters-desk"


def test_a_joint_is_chosen_changed_in_its_sentence_and_cut_in_both_boards(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/page", wait="job-page")
    page.get_by_test_id("new-joint").click()
    page.get_by_test_id("joint-first").select_option(label="Desk side")
    page.get_by_test_id("joint-second").select_option(label="Paper shelf")
    which = page.get_by_test_id("which-joint")
    expect(which.locator("label")).to_have_count(len(KINDS))
    which.locator('[data-kind="dado-rabbet"]').check()
    page.get_by_test_id("joint-name").fill("Desk corner")
    page.keyboard.press("Enter")
    cuts = page.get_by_test_id("joint-cuts")
    expect(cuts.get_by_role("listitem")).to_have_count(2)
    expect(cuts).to_contain_text("Groove in Desk side")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("across the tongue")
    expect(page.get_by_role("group", name="Both boards apart")).to_be_visible()
    page.locator('[data-field="depth"]').fill("18")
    expect(page.get_by_text("18 mm is as deep as the first board is thick")).to_be_visible()
    expect(page.get_by_test_id("saving")).to_have_text("not saved")
    page.locator('[data-field="depth"]').fill("7")
    expect(cuts).to_contain_text("× 7 mm")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    page.get_by_test_id("option-joint").select_option(label="Tongue and groove")
    expect(cuts).to_contain_text("edge groove 6 mm × 7 mm")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("before the tongue's end")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(cuts).to_contain_text("Groove in Desk side")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("below the tongue")
    page.get_by_test_id("option-joint").select_option(label="Rabbet corner")
    expect(cuts.get_by_role("listitem")).to_have_count(1)
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(cuts.get_by_role("listitem")).to_have_count(2)
    cuts.get_by_role("link", name="Tongue in Paper shelf").click()
    expect(page.get_by_test_id("of-joint")).to_be_visible()
    expect(page.get_by_test_id("strip")).to_contain_text("Tongue, Desk corner")
    page.locator('[data-field="depth"]').fill("5")
    expect(page.get_by_text("this cut follows from the joint")).to_be_visible()


@pytest.mark.thorough
def test_what_is_changed_in_a_cut_of_a_joint_stays_and_the_joint_is_removed_and_brought_back(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/cuts/desk-frame.a0")
    page.get_by_test_id("more-options").click()
    page.get_by_test_id("option-held-by").select_option(label="Bench dogs")
    expect(page.get_by_text("Saved", exact=True).first).to_be_visible()
    page.get_by_test_id("of-joint").get_by_role("link").click()
    expect(page.get_by_test_id("joint-page")).to_be_visible()
    by_hand = page.get_by_test_id("by-hand-changed")
    expect(by_hand).to_contain_text("changed by hand: holding")
    by_hand.get_by_role("button", name="As the joint has it").click()
    expect(by_hand).to_have_count(0)
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(by_hand).to_contain_text("holding")
    page.get_by_role("link", name="Prompter's desk").click()
    joints = page.get_by_role("region", name="Joints")
    expect(joints.get_by_role("link")).to_have_count(6)
    joints.get_by_role("button", name="Joint Leg frame").click()
    page.get_by_role("menuitem", name="Remove the joint").click()
    expect(joints.get_by_role("link")).to_have_count(5)
    expect(page.get_by_text("Half-lap, Leg frame")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("region", name="Order of work").get_by_text("Half-lap, Leg frame")).to_have_count(2)
    page.goto(page.url.replace("/page", "/cuts/desk-frame.a0"))
    expect(page.get_by_test_id("slip").first).to_contain_text("Dogs")


def test_a_shelf_too_tight_in_scrap_is_planned_wider_and_its_depth_is_dragged(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/joints/desk-paper", wait="joint-page")
    cuts = page.get_by_test_id("joint-cuts")
    expect(cuts).to_contain_text("dado for 11.8 mm × 6 mm")
    fit, room = page.get_by_test_id("option-fit"), page.locator('[data-field="clearance"]')
    fit.select_option(label="as typed")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("0.1 mm")
    room.fill("1.5")
    expect(page.get_by_text("1.5 mm of room is no fit")).to_be_visible()
    expect(page.get_by_test_id("joint-before")).to_be_visible()
    expect(page.get_by_test_id("joint-status")).to_have_count(0)
    expect(cuts).to_contain_text("dado for 11.8 mm × 6 mm")
    room.fill("0.3")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("0.3 mm")
    expect(page.get_by_test_id("trial")).to_contain_text("It should go in with 0.3 mm of room in all")
    fit.select_option(label="sliding fit: pushed in by hand")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("0.1 mm")
    expect(room).to_have_count(0)
    page.get_by_test_id("option-trial-in-scrap").select_option(label="trial: too tight")
    page.locator('[data-field="off"]').fill("0.15")
    expect(cuts).to_contain_text("dado 12.05 mm × 6 mm")
    expect(page.get_by_test_id("trial")).to_contain_text("0.15 mm too tight: it is planned with so much more room now")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("0.25 mm")
    handle = page.get_by_role("slider", name="Depth")
    handle.press("ArrowDown")
    expect(cuts).to_contain_text("× 6.5 mm")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    page.goto(page.url.replace("/joints/desk-paper", "/cuts/desk-paper.a0"))
    expect(page.locator('[data-field="depth"]')).to_have_value("6.5")


def test_a_dovetail_too_tight_in_scrap_is_planned_thinner_and_two_routers_stay_set(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/joints/floor-left", wait="joint-page")
    cuts = page.get_by_test_id("joint-cuts")
    expect(cuts).to_contain_text("dovetail tongue 8.06 mm × 9 mm")
    expect(page.get_by_text("Two routers, Plunge two and Table three: both stay set")).to_be_visible()
    expect(page.get_by_text("bring the fence back by half of what it is off")).to_be_visible()
    page.get_by_test_id("option-trial-in-scrap").select_option(label="trial: too tight")
    page.locator('[data-field="off"]').fill("0.2")
    expect(cuts).to_contain_text("dovetail tongue 7.86 mm × 9 mm")
    expect(page.get_by_test_id("trial")).to_contain_text("0.2 mm too tight: it is planned with so much more room now")
    expect(page.get_by_test_id("joint-fit")).to_contain_text("0.2 mm")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    page.locator('[data-field="taper"]').fill("")
    expect(page.get_by_test_id("joint-fit")).not_to_contain_text("near the far edge")
    page.goto(page.url.replace("/joints/floor-left", "/cuts/floor-left.b0"))
    expect(page.get_by_test_id("slip").first).to_contain_text("out of the fence")


@pytest.mark.thorough
def test_a_last_finger_that_is_a_sliver_is_said_with_the_width_that_mends_it(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/joints/crate-corners", wait="joint-page")
    address, said = page.url, page.get_by_test_id("joint-page")
    expect(page.get_by_test_id("joint-status")).to_have_attribute("data-status", "ready")
    expect(page.get_by_test_id("joint-cuts").get_by_role("listitem")).to_have_count(4)
    width_of(page, "Prop crate side", "192.5")
    page.goto(address)
    expect(said).to_contain_text("want boards of one width")
    width_of(page, "Prop crate end", "192.5")
    page.goto(address)
    expect(said).to_contain_text("The last finger is 2.5 mm wide")
    expect(said).to_contain_text("180.5 mm or 199.5 mm")
    for board in ("Prop crate side", "Prop crate end"):
        width_of(page, board, "180.5")
    page.goto(address)
    expect(page.get_by_test_id("joint-status")).to_have_attribute("data-status", "ready")


def width_of(page: Page, board: str, width: str) -> None:
    """A board of the demo's job is made so wide, on the page of its cuts."""
    page.goto(page.url.split("/jobs")[0] + "/jobs/little-harbour/cuts/finger-slot")
    page.get_by_label(f"Board {board}").click()
    page.get_by_role("menuitem", name="Change the board").click()
    page.locator('[data-field="piece-width"]').fill(width)
    page.get_by_test_id("save-piece").click()
    expect(page.get_by_test_id("save-piece")).to_have_count(0)


@pytest.mark.thorough
def test_through_dovetails_too_tight_in_scrap_have_their_comb_moved(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/joints/desk-box", wait="joint-page")
    cuts, fit = page.get_by_test_id("joint-cuts"), page.get_by_test_id("joint-fit")
    expect(cuts.get_by_role("listitem").filter(has_text="through dovetail")).to_have_count(4)
    expect(page.get_by_test_id("trial")).to_contain_text("move the pins' comb away from you, by 0.41 mm for every 0.1 mm")
    expect(fit).to_contain_text("0.1 mm")
    page.get_by_test_id("option-trial-in-scrap").select_option(label="trial: too tight")
    page.locator('[data-field="off"]').fill("0.1")
    expect(fit).to_contain_text("0.2 mm")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    cuts.get_by_role("link", name="Pins in Prompt box end").click()
    expect(page.get_by_test_id("slip")).to_contain_text("16.65")
    page.get_by_test_id("its-template").click()
    expect(page.get_by_test_id("template-canvas")).to_be_visible()


def test_a_joint_with_a_board_that_is_still_to_be_made(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/page", wait="new-joint")
    page.get_by_test_id("new-joint").click()
    page.get_by_test_id("joint-first").select_option(label="Desk side")
    page.get_by_test_id("joint-second").select_option(label="A board still to be made …")
    expect(page.locator("[data-field=piece-width]")).to_have_value("280 mm")
    page.get_by_test_id("piece-name").fill("Pencil shelf")
    page.locator("[data-field=piece-length]").fill("460")
    page.get_by_test_id("save-piece").click()
    expect(page.get_by_test_id("joint-second").locator("option:checked")).to_have_text("Pencil shelf")
    page.locator("[data-kind=housed]").check()
    page.get_by_test_id("keep-joint").click()
    expect(page.get_by_test_id("joint-page")).to_contain_text("Pencil shelf")
    page.get_by_role("link", name="Prompter's desk").click()
    expect(page.get_by_role("region", name="Joints").get_by_text("housed shelf: Pencil shelf, Desk side")).to_be_visible()


def test_a_rail_that_stands_proud_in_scrap_has_its_bit_lowered(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/joints/desk-door", wait="joint-page")
    cuts, fit = page.get_by_test_id("joint-cuts"), page.get_by_test_id("joint-fit")
    expect(cuts.get_by_role("listitem").filter(has_text="coping 5 mm × 22.9 mm")).to_have_count(2)
    expect(fit).to_contain_text("0.1 mm")
    page.get_by_test_id("option-trial-in-scrap").select_option(label="trial: second board proud")
    page.locator('[data-field="off"]').fill("0.2")
    expect(cuts.get_by_role("listitem").filter(has_text="coping 5 mm × 22.7 mm")).to_have_count(2)
    expect(page.get_by_test_id("trial")).to_contain_text("the coping bit is planned so much lower now")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    cuts.get_by_role("link", name="Coped end in Door rail").click()
    expect(page.get_by_test_id("slip")).to_contain_text("the carrier's boards take the break-out of the left end")
    page.goto(page.url.split("/jobs")[0] + "/bench")
    expect(page.get_by_text("Stile and rail set 18 to 22")).to_be_visible()


@pytest.mark.thorough
def test_what_is_typed_of_a_joint_stays_when_it_is_changed_elsewhere(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/joints/desk-frame", wait="joint-page")
    depth = page.locator('[data-field="depth"]')
    depth.fill("28")
    expect(page.get_by_test_id("saving")).to_have_text("not saved")
    elsewhere = {"name": "Leg frame", "joint": {"kind": "corner-lap", "into": "right"}, "version": 1}
    address = page.url.split("/jobs")[0] + "/api/joints/desk-frame"
    assert page.request.put(address, data=elsewhere).ok
    expect(page.get_by_test_id("newer")).to_be_visible()
    depth.fill("13")
    expect(page.get_by_test_id("joint-cuts")).to_contain_text("90 mm")
    expect(depth).to_have_value("13")
    page.get_by_role("button", name="Keep mine").click()
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    kept = page.request.get(address).json()
    assert (kept["version"], kept["joint"]["depth"]["typed"], kept["joint"]["into"]) == (3, "13", "left")
    depth.fill("14")
    page.get_by_role("link", name="Prompter's desk").click()  # before it is kept by itself
    expect(page.get_by_test_id("job-page")).to_be_visible()
    page.go_back()
    expect(depth).to_have_value("14")


@pytest.mark.thorough
def test_dovetails_by_a_comb_are_set_right_by_their_trial_and_the_comb_goes_out(open_page: Callable[..., Page]):
    page = open_page(f"{DESK}/joints/desk-drawer", wait="joint-page")
    cuts, fit = page.get_by_test_id("joint-cuts"), page.get_by_test_id("joint-fit")
    expect(cuts.get_by_role("listitem")).to_have_count(4)
    expect(fit).to_contain_text("0.1 mm")
    page.get_by_test_id("option-trial-in-scrap").select_option(label="trial: too tight")
    page.locator('[data-field="off"]').fill("0.1")
    expect(fit).to_contain_text("0.2 mm")
    expect(page.get_by_test_id("saving")).to_have_text("saved")
    cuts.get_by_role("link", name="Tails in Drawer side").click()
    expect(page.get_by_test_id("slip")).to_contain_text("8.77")
    page.get_by_test_id("its-template").click()
    expect(page.get_by_test_id("template-canvas")).to_be_visible()
    expect(page.get_by_test_id("out-dxf")).to_be_visible()
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(page.get_by_text("Dovetail comb 24")).to_have_count(0)
