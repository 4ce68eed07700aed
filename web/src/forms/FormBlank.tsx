/** Any blank of a form. */
import type { Blank } from "../api/client";
import { ChoiceBlank } from "./ChoiceBlank";
import { EdgesBlank } from "./EdgesBlank";
import type { Filling } from "./filling";
import { LengthBlank } from "./LengthBlank";
import { NumberBlank } from "./NumberBlank";
import { PointsBlank } from "./PointsBlank";
import { RepeatBlank } from "./RepeatBlank";

/** Where a blank stands: in the sentence, in the row of options, or in the form of a new cut. */
export type Look = "sentence" | "option" | "first";

interface Props {
  blank: Blank;
  filling: Filling;
  look: Look;
}

export function FormBlank({ blank, filling, look }: Props) {
  switch (blank.takes) {
    case "length":
      return <LengthBlank {...{ blank, filling, look }} />;
    case "number":
    case "angle":
      return <NumberBlank {...{ blank, filling, look }} />;
    case "choice":
      return <ChoiceBlank {...{ blank, filling, look }} />;
    case "edges":
      return <EdgesBlank {...{ blank, filling, look }} />;
    case "repeat":
      return <RepeatBlank {...{ blank, filling }} />;
    case "points":
      return <PointsBlank {...{ blank, filling }} />;
    default:
      return blank satisfies never;
  }
}

/** What a blank is known by while the form around it changes. */
export const keyOf = (blank: Blank): string => ("field" in blank ? blank.field : blank.label);
