import { useState } from "react";
import type { KeptOutline } from "../api/client";
import type { Chosen } from "./pair";

export type Paper = "a4" | "letter";

interface Props {
  outline: KeptOutline;
  pair: Chosen;
  /** How many sheets its PDF takes. */
  pages: number;
  /** The radius in mm to which its corners are rounded. */
  corners: number;
  paper: Paper;
  onPaper: (paper: Paper) => void;
  onMade: () => void;
}

/** The template at 1:1: as files, on paper, mirrored on wish; and saying that it was made. */
export function Outputs({ outline, pair, pages, corners, paper, onPaper, onMade }: Props) {
  const [mirrored, setMirrored] = useState(false);
  const asked = new URLSearchParams({
    guide: pair.guide ?? "",
    ...(pair.bit ? { bit: pair.bit } : {}),
    paper,
    mirrored: String(mirrored),
    corners: String(corners),
  });
  return (
    <div className="flex flex-col gap-2 border-t border-rule pt-2">
      <h3 className="label">At 1:1, to make {outline.is_template ? "another" : "it"} from</h3>
      <div className="flex flex-wrap gap-2">
        {(["svg", "dxf", "pdf"] as const).map((form) => (
          <a
            key={form}
            className="button"
            href={`/api/outlines/${outline.id}/template.${form}?${asked}`}
            download
            data-testid={`out-${form}`}
          >
            {form === "pdf" ? `PDF, ${pages} ${pages === 1 ? "page" : "pages"}` : form.toUpperCase()}
          </a>
        ))}
        {outline.is_template ? null : (
          <button type="button" className="button" onClick={onMade} data-testid="template-made">
            I have made it
          </button>
        )}
      </div>
      <span className="flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" checked={mirrored} onChange={(event) => setMirrored(event.target.checked)} />
          mirrored, to cut from the back
        </label>
        <label className="flex items-center gap-2">
          Paper
          <select
            className="field"
            value={paper}
            onChange={(event) => onPaper(event.target.value === "letter" ? "letter" : "a4")}
          >
            <option value="a4">A4</option>
            <option value="letter">Letter</option>
          </select>
        </label>
      </span>
    </div>
  );
}
