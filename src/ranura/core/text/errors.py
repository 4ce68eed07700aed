"""What a person can get wrong, as one family that holds facts; the sentence is made late, the API maps it once.

CraftError                  field, code, facts, partial
├── LengthError             a text that is no length (R1)
├── CutError                a cut that cannot be made in this piece, or with nothing in this shop
├── FileError               a file that is not what it should be
├── QuickError              a quick sum that cannot be answered
├── BitError                a bit that cannot be
├── ToolError               another tool, wood or guide that cannot be
└── RuleError               a house rule beyond the floor (R17)
"""

from __future__ import annotations

from ranura.core.text.writing import Fact, Text, write


class CraftError(ValueError):
    """Something typed that cannot stand. `field` is where it was typed, None when it is nowhere in particular."""

    words: dict[str, str] = {}

    def __init__(self, code: str, *, field: str | None = None, partial: bool = False, **facts: Fact) -> None:
        super().__init__(code)
        self.code = code
        self.field = field
        self.partial = partial
        self.facts = facts

    @property
    def message(self) -> Text:
        """What is wrong and what would do, in both systems of units."""
        return write(self.words[self.code], **self.facts)

    def __str__(self) -> str:
        return self.message.metric


class LengthError(CraftError):
    """A text that is no length (R1); `partial` when typing on could still make it one."""

    words = {
        "empty": 'Type a length, such as 19, 3/4 in or 1-3/4"',
        "no-number": "{text!r} has no number in it; type a length such as 19 or 3/4 in",
        "not-a-number": "a length must be a number, not {text!r}",
        "plus": "a length is written without +",
        "exponent": "write the number out, without an exponent: {text!r}",
        "negative": "a length is not negative: {text!r}",
        "zero-denominator": "the fraction in {text!r} is divided by zero",
        "two-slashes": "{text!r} has two slashes; a fraction has one, as in 3/4",
        "two-marks": "{text!r} has more than one decimal mark",
        "thousands": "{text!r} can be read as {decimal} or as {thousands}; write one of these",
        "two-numbers": "{text!r} has a number too many; write 1 3/4 or 1-3/4 for a whole and a fraction",
        "fraction-first": "write the whole number before the fraction, as in 1 3/4",
        "half-written": "{text!r} is not finished",
        "unknown-unit": "{unit!r} is no unit here; use mm, cm, m, in or ft",
        "feet-then": "after feet only inches can follow, as in 2' 3 1/2\"",
        "too-long": "{text!r} is over 10 m, the longest length Ranura takes",
        "long-text": "that is too long to be a length",
        "zero": "this must be more than 0",
    }


class CutError(CraftError):
    """A cut that cannot be made in this piece, or with nothing that this shop owns. `field` names the dimension."""

    words = {
        "narrower-than-any-bit": "No bit here is as narrow as {width:len}; the narrowest, {name}, is {narrowest:len}",
        "too-deep-for-corners": "No bit that leaves corners of {corner:len} cuts {depth:len} deep; the longest, {name}, "
        "{longest:len}",
        "deeper-than-any-bit": "No bit that fits this width cuts {depth:len} deep; the longest, {name}, {longest:len}",
        "wider-than-board": "{width:len} is wider than the board is long ({length:len})",
        "through-the-board": "{depth:len} goes through the board, which is {thickness:len} thick; a dado leaves a floor",
        "no-wood-before": "At {position:len} no wood is left between the cut and the {end} end; that would be a rabbet",
        "no-wood-after": "From {position:len}, {width:len} wide, no wood is left at the other end of a {length:len} board",
        "width-missing": "Say how wide it is, or what is to fit into it",
        "angle-of-channel": "A channel across the board may be turned by up to {most:n}°; one along it runs straight",
        "too-many-stations": "At most {most} stations are planned at once",
        "spacing-missing": "Say how far apart they are",
        "no-repeat": "An edge, a lap or a flattened face is made once",
        "stations-meet": "At {first:len} and at {second:len} they leave no wood between them; each is {width:len} wide",
        "stops-meet": "Between its stops {left:len} are left, less than the channel is wide",
        "pair-needs-two": "A mirrored pair needs two boards; say so on the board",
        "pair-across-only": "A pair is cut together square across both boards; plan turned or lengthwise channels one by one",
        "pair-open-edge": "A pair is cut together over the edges that touch, so the channel must run out of one edge",
        "runs-out-of-end": "Turned so far it runs out of an end of the board; move it further from the {end} end",
        "no-such-groove": "No {shape} bit here cuts {width:len} wide at a depth of {depth:len}; there: {there}",
        "undercut-runs-out": "A {shape} bit does not plunge: its channel runs out of the board at both ends",
        "no-groove-bit": "There is no {shape} bit in the drawer; add one to plan this groove",
        "pocket-through": "{depth:len} goes through the board, which is {thickness:len} thick; say that it goes through",
        "pocket-off-board": "It reaches beyond the {side} side of the board; say that it is open there, or move it",
        "length-missing": "Say how long it is",
        "across-missing": "Say how wide it is",
        "outline-missing": "Give it an outline: points, or a drawn form",
        "cheeks-meet": "Two cheeks {depth:len} deep leave nothing of {thickness:len}",
        "nothing-to-cut": "The board is {thickness:len} thick: {leaves:len} can only be left of more",
        "lap-too-long": "A lap of {lap:len} leaves nothing of a board of {length:len}",
        "sweep-range": "An arc is from 1° to the whole circle, 360°",
        "ring-too-wide": "A groove of {groove:len} leaves nothing inside a ring of {diameter:len}",
        "corner-too-tight": "The thinnest bit here, {name}, leaves corners of {narrowest:len}",
        "guide-not-for-this": "{guide} does not guide a {form}",
        "nothing-to-measure": "In this setting there is nothing of the kind to measure",
        "measured-far-off": "{measured:fine} is far from the {expected:fine} to be expected; measure again, or look what slipped",
        "no-tool": "Nothing in this shop can make this cut: {reason}",
        "no-width": "A cut needs a width of more than 0",
        "no-depth": "A cut needs a depth of more than 0",
        "no-section-file": "Only the section of an edge cut is written as a file",
        "no-edge": "Choose at least one edge: click it in the drawing, or press 1 to 9",
        "edge-gone": "This board has no {edge}; its edges are: {there}",
        "depth-missing": "Say how deep the {shape} goes",
        "angle-missing": "Say the angle of the bevel, from the edge",
        "radius-over-thickness": "A radius of {size:len} reaches {depth:len} down, and the board is {thickness:len} thick",
        "profile-over-thickness": "{depth:len} down is more than the board is thick, {thickness:len}",
        "rabbet-through": "A rabbet leaves a tongue; the board is {thickness:len} thick",
        "rabbets-meet": "Rabbets of {depth:len} from both faces leave nothing of a board of {thickness:len}",
        "wider-than-piece": "{width:len} from the chosen edges leaves nothing of the {across:len} of the board",
        "width-beyond-bit": "With its bearing this bit reaches {most:len} into the face at this depth, not {width:len}",
        "no-such-radius": "No {shape} bit here has a radius of {size:len}; there are: {there}",
        "no-such-angle": "No bit here cuts {angle:n}°; there are: {there}",
        "no-bit-of-shape": "There is no {shape} bit in the drawer; add one to plan this cut",
        "profile-deeper-than-bits": "No {shape} bit of this size cuts {depth:len} deep; the longest, {name}, {longest:len}",
        "inside-corner": "An inside corner of radius {corner:len} is tighter than the bearing of any bit here; the smallest, of "
        "{name}, follows {smallest:len}",
        "opening-too-small": "The opening is {opening:len} across, smaller than any bit for this, {narrowest:len}",
        "outline-too-short": "An outline needs at least three points",
        "outline-crosses": "The outline crosses or touches itself",
        "outline-flat": "These points enclose no area",
        "outline-off-board": "The outline reaches beyond the board of {length:len} × {width:len}",
        "opening-off-board": "Opening {number} reaches the edge of the board or beyond; 3 mm of wood must stand around it",
        "rise-over-height": "A rise of {rise:len} is more than the arch is high, {height:len}",
        "corners-too-round": "Corners of radius {radius:len} do not fit on a side of {side:len}",
        "slope-range": "The fibres slope by less than 45° from the line of the grain",
        "tip-beyond-cutter": "{height:fine} beyond the face, more than the cutter of {length:fine} would be in the wood",
        "cannot-be-raised": "A profile that gets thinner upwards, as of {profile:a} bit, cannot be raised in stages",
        "no-bits": "There is no bit in the drawer yet; add one to plan a cut",
        "no-straight-bit": "There is no straight bit or spiral in the drawer; add one to plan this cut",
        "no-routers": "There is no router on the bench yet; add one to plan a cut",
        "unknown-tool": "{id!r} is not in this shop",
        "unknown-material": "{id!r} is no wood of this shop; choose one of the list",
    }


class BitError(CraftError):
    """A bit that cannot be; `field` is the size that does not fit the others."""

    words = {
        "unknown-profile": "{profile!r} is no profile; choose one of the list",
        "profile-missing": "Say what it is: straight, roundover, dovetail …",
        "shank-missing": "Type the shank, such as 1/4 in or 8 mm",
        "not-positive": "{name} must be more than 0",
        "too-many-flutes": "{flutes} flutes are more than a router bit has; type 1 to 12",
        "size-missing": "A {profile} bit needs its {size}",
        "size-not-its-own": "A {profile} bit has no {size}; leave it empty",
        "shorter-than-profile": "A cutting length of {length:fine} is shorter than the profile itself, {profile:fine}",
        "diameter-disagrees": "With these sizes the bit is {derived:fine} across, not {given:fine}; leave the diameter empty",
        "angle-too-wide": "{angle:n}° is too wide; it must be under {limit:n}°",
        "no-neck": "{depth:fine} deep, this bit would have no neck left: it is only {diameter:fine} wide; type less depth",
        "neck-too-wide": "The neck of {neck:fine} must be thinner than the cutter, {diameter:fine}",
        "head-too-high": "The head of {head:fine} must be lower than the whole cutting length, {length:fine}",
        "tip-too-long": "The up-cut part of {tip:fine} must be shorter than the cutting length, {length:fine}",
        "wider-than-cutter": "{width:fine} must be less than {limit:fine}",
        "bearing-not-flush": "The bearing of this profile is as wide as its cutter, {diameter:fine}, not {bearing:fine}",
        "bearing-too-large": "A bearing of {bearing:fine} leaves nothing to cut: the cutter is {diameter:fine}",
        "longer-than-overall": "Cutter and fillet take {head:fine}; with {overall:fine} overall no shank is left",
    }


class ToolError(CraftError):
    """A router, guide, wood or delivery that cannot be; `field` is where to look."""

    words = {
        "unknown-field": "{name!r} is no field of it",
        "missing": "Type the {name}",
        "not-whole": "{text!r} is no whole number",
        "unknown-word": "{text!r} is not one of: {choices}",
        "out-of-range": "{text!r} is beyond what can be",
        "dial-unreadable": "{text!r} is no dial position; write 1=10000; 2=13200",
        "sleeve-unreadable": "{text!r} is no sleeve; write 6 mm in 1/4 in",
        "not-positive": "{name} must be more than 0",
        "speed-range": "The slowest speed must be more than 0 and at most the fastest, {max_rpm:rpm} rpm",
        "dial-twice": "Two positions of the dial must differ in setting and in speed",
        "dial-letters": "A continuous dial has numbers; letters belong to a stepped one",
        "dial-order": "The speed must rise or fall with the setting all along the dial",
        "dial-range": "Position {setting} would turn {rpm:rpm} rpm, beyond what this router turns",
        "no-base": "A router needs a base: fixed, plunge or table",
        "no-side": "A base needs at least one side that runs along a guide",
        "no-collet": "A router needs at least one collet",
        "side-inside-base": "The guided side at {distance:fine} lies further out than the base reaches, {across:fine}",
        "bore-too-wide": "The bore of {bore:fine} must be narrower than the outside, {od:fine}",
        "range-backwards": "The least, {low:fine}, must be under the most, {high:fine}",
        "class-range": "A class runs from 1 to 3",
        "density-range": "A density lies between 50 and 3000 kg/m³",
        "sleeve-backwards": "A sleeve holds a shank thinner than the collet it sits in",
        "name-missing": "Give it a name",
        "name-taken": "There is already {name!r} here; give it another name",
        "in-use": "{name} is used by {uses}; put it away instead, so that these keep what they need",
    }


class FileError(CraftError):
    """A file that is not what it should be, or rows of it that cannot be taken."""

    words = {
        "empty-file": "This file is empty; its first line names the columns",
        "unknown-column": "{name!r} is no column here; the columns are {known}",
        "column-twice": "A column stands twice in the first line",
        "column-missing": "The first line must name the column {name!r}",
        "broken-csv": "Line {line} is broken: {what}",
        "too-many-cells": "Line {line} has more cells than the {count} columns",
        "too-many-rows": "More than {most} rows are too many at once; part the file",
        "name-twice": "{name!r} stands twice in this file; give one another name",
        "rows-refused": "{count} rows cannot be taken yet; mend them or leave them out",
        "not-ready": "This import is not ready",
        "no-json": "This is not valid JSON",
        "other-format": "This is no shop file; its format must be {format!r}",
        "other-version": "Version {version} of the file is not known here",
        "wrong-place": "{place}: {what}",
        "id-twice": "{place}: {id!r} stands twice",
    }


class QuickError(CraftError):
    """A quick sum that cannot be answered, or not yet."""

    words = {
        "nothing-asked": "Type a question, such as speed 1 3/8",
        "unknown-sum": "{word!r} is no sum; these are: {known}",
        "sum-wants": "{name} also wants the {missing}, as in {example}",
        "too-many-lengths": "{name} takes {count}, as in {example}",
        "unfinished-sum": "{text!r} is not finished; write it as in {example}",
        "factor": "{text!r}: multiply and divide by a plain number other than 0",
        "angle": "{angle:n}° is no angle between two flanks",
        "angle-for-length": "{text!r} is an angle where a length is wanted",
        "rabbet-too-wide": "A cutter of {cutter:fine} makes less than half its width, not {width:fine}",
        "deeper-than-radius": "{depth:fine} is deeper than the radius, {radius:fine}",
        "base-inside-bit": "A base of {base:fine} ends inside a bit of {d:fine}",
        "ring-inside-bushing": "The ring of {ring:fine} goes over the bushing of {bushing:fine}, so it is wider",
        "no-mouth": "{depth:fine} deep, this dovetail would have no neck left",
        "too-many-passes": "That would be more passes than anybody makes",
    }


class RuleError(CraftError):
    """A house rule beyond what the floor allows (R17)."""

    words = {
        "beyond-floor": "{name} must lie between {low:n} and {high:n} {unit}; house rules only make things stricter",
        "unknown-school": "{value!r} is no school of {name}; choose one of {choices}",
    }
