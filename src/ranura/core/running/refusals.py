"""What is said where something cannot be done at a place of a run."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

ALL_DONE = Refusal("all-done", "All steps of this run are done.")
ANOTHER_STEP = Refusal("another-step", "Another step comes now: {now}.")
NEVER_LEFT_OUT = Refusal("never-left-out", "This is never left out: {step}.")
NOT_THE_LAST = Refusal("not-the-last", "Another step was the last one that was done.")
NO_SUCH_MEASURE = Refusal("no-such-measure", "The trial of this cut has nothing like that to measure.")
NO_JPEG = Refusal("no-jpeg", "This is no JPEG picture, or a part of it is missing.")
PHOTO_TOO_LARGE = Refusal("photo-too-large", "A photo takes {most:n0} kB at most; this one is {size:n0} kB.")
ENOUGH_PHOTOS = Refusal("enough-photos", "This run has {most:n0} photos: take one away first.")
NOTHING_TO_MARK = Refusal("nothing-to-mark", "This run has no drawing on which a place could be marked.")
NOT_THROUGH = Refusal("not-through", "Another step comes first: {now}. Go on to the end, or give the run up.")
RUN_ENDED = Refusal("run-ended", "This run has ended.")
ANOTHER_HAND = Refusal(
    "another-hand", "This run was taken over elsewhere, or begun again. Look at collet and locks, then take it up here."
)
RUN_STOPPED = Refusal("run-stopped", "The plan of {name} is stopped, so it cannot be run. Mend what it says first.")
