/** Where one looks on a first tour of a cut, in order; what is not on the screen is passed over. */

export interface Stop {
  /** What is looked at, as a selector. */
  at: string;
  title: string;
  says: string;
}

export const STOPS: readonly Stop[] = [
  {
    at: '[data-testid="sentence"]',
    title: "Say what you want",
    says: "This sentence is the cut. Every size in it is a field: type 17.6, 3/4 or 1 1/2 in, and all else follows. What stands below it can stay as it is.",
  },
  {
    at: '[aria-label="The board from above"]',
    title: "It is drawn to scale",
    says: "The board from above, the guide, the clamps, the way of the router, and where you stand. Sizes and clamps can be dragged.",
  },
  {
    at: '[data-testid="slip"]',
    title: "The whole setup",
    says: "Bit, speed, depths, guide, direction, pace and holding, in the order of your hands. It prints on one page.",
  },
  {
    at: '[data-testid^="working-"]',
    title: "Why this number",
    says: "Each figure opens its working: the formula, what set it, and what the other schools say. Which school this shop follows is a house rule.",
  },
  {
    at: '[data-testid="status"]',
    title: "Whether it may be run",
    says: "Every move is run on a model of the board first. What could hurt someone stops the cut and says what to do; a cut that is stopped is neither printed as ready nor run.",
  },
  {
    at: '[data-testid="dry-run-start"]',
    title: "See it run",
    says: "The dry run shows the moves on the drawing, one by one, before any wood is cut.",
  },
  {
    at: '[data-testid="run"]',
    title: "At the machine",
    says: "One step at a time, large enough for arm's length. It keeps your place, and the log learns from how the cut came out.",
  },
  {
    at: '[data-testid="palette"]',
    title: "Anything else",
    says: "Finds bits, jobs and words, adds a cut from a line of text, and works out a sum. The ? beside it has the keys of every place.",
  },
];
