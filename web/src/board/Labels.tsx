/** The words of a drawing: what a guide, a pass, a bit or a station is. */
import type { View } from "../api/client";
import { SvgWords } from "../ui/Words";
import { inUnit } from "../ui/words";
import type { Layer, Scale } from "./scale";

function centre(points: View["outlines"][number]["points"], scale: Scale) {
  const xs = points.map(([x]) => scale.x(x));
  const ys = points.map(([, y]) => scale.y(y));
  const low = { x: Math.min(...xs), y: Math.min(...ys) };
  const high = { x: Math.max(...xs), y: Math.max(...ys) };
  return { x: (low.x + high.x) / 2, y: (low.y + high.y) / 2, width: high.x - low.x, height: high.y - low.y };
}

/** How high the middle of the board is drawn. */
function middleOf(view: View, scale: Scale): number {
  const work = view.outlines.find((shape) => shape.role === "work");
  return work ? centre(work.points, scale).y : 0;
}

/** Words in the drawing, with a rim that keeps lines behind them from running through. */
function Label(props: {
  x: number;
  y: number;
  text: string;
  colour: "guide" | "cut" | "ink";
  size?: "text-note" | "text-body";
  anchor?: "start" | "middle" | "end";
  upright?: boolean;
  plain?: boolean;
  /** Where the picture ends, in pixels: words that would run out of it move in. */
  right: number;
}) {
  const {
    x,
    y,
    text,
    colour,
    size = "text-note",
    anchor = "middle",
    upright = false,
    plain = false,
    right,
  } = props;
  const fill = { guide: "fill-guide", cut: "fill-cut", ink: "fill-ink" }[colour];
  const long = text.length * (size === "text-body" ? 8 : 6.9);
  const before = { start: 0, middle: long / 2, end: long }[anchor];
  const inside = upright ? x : Math.max(before, Math.min(x, right - long + before));
  return (
    <text
      x={inside}
      y={y}
      transform={upright ? `rotate(-90 ${x} ${y})` : undefined}
      textAnchor={anchor}
      data-moves={plain || upright ? undefined : true}
      className={`${fill} ${size} font-semibold ${plain ? "" : "halo"}`}
    >
      <SvgWords text={text} />
    </text>
  );
}

export function Labels({ view, scale, unit, right }: Layer) {
  // Thin passes lie within one another: of numbers that would stand on one another the first is kept.
  const numbered: { x: number; y: number }[] = [];
  return view.outlines.map((shape, index) => {
    if (!shape.label) return null;
    const text = inUnit(shape.label, unit);
    const at = centre(shape.points, scale);
    const [top, bottom] = [at.y - at.height / 2, at.y + at.height / 2];
    const key = `${shape.role}${index}`;
    switch (shape.role) {
      case "pass":
        if (at.width <= 9 || at.height <= 12) return null;
        if (numbered.some((each) => Math.hypot(each.x - at.x, each.y - at.y) < 13)) return null;
        numbered.push(at);
        return <Label right={right} key={key} x={at.x} y={at.y + 5} text={text} colour="ink" plain />;
      case "backer":
        // A carrier; a backer is known from the legend.
        if (at.width < 60 || at.height < 40) return null;
        return <Label right={right} key={key} x={at.x} y={at.y + 5} text={text} colour="ink" />;
      case "aid":
        return <Label right={right} key={key} x={at.x} y={at.y + 5} text={text} colour="ink" />;
      case "bearing":
      case "stop":
        return <Label right={right} key={key} x={at.x} y={at.y + 5} text={text} colour="guide" />;
      case "guide":
        if (view.edges.length > 0)
          return <Label right={right} key={key} x={at.x} y={at.y + 5} text={text} colour="guide" />;
        if (at.height > 300)
          return (
            <Label right={right} key={key} x={at.x + 5} y={at.y} text={text} colour="guide" upright plain />
          );
        return at.width > 300 && at.height > 14 ? (
          <Label
            right={right}
            key={key}
            x={at.x + at.width * 0.2}
            y={at.y + 5}
            text={text}
            colour="guide"
            plain
          />
        ) : null;
      case "spacer": {
        if (at.width > at.height)
          return (
            <g key={key} data-role="spacer-label">
              <Label right={right} x={at.x - at.width * 0.2} y={top - 6} text={text} colour="guide" />
            </g>
          );
        // The label leaves the spacer towards the middle of the drawing, where there is room for it.
        const side = at.x < scale.x(view.frame[2]) * 0.5 ? 1 : -1;
        const y = at.y - at.height * 0.36;
        return (
          <g key={key} data-role="spacer-label">
            <path d={`M${at.x} ${y}h${side * 22}`} className="stroke-guide" strokeWidth="1.2" />
            <Label
              right={right}
              x={at.x + side * 26}
              y={y + 5}
              text={text}
              colour="guide"
              anchor={side > 0 ? "start" : "end"}
            />
          </g>
        );
      }
      case "waste":
        // The number of a station, where a repeat is drawn: in a long channel it keeps clear of the router.
        return (
          <Label
            right={right}
            key={key}
            x={at.x}
            y={at.height > 60 ? at.y - at.height * 0.28 : at.y + 5}
            text={text}
            colour="cut"
            size="text-body"
          />
        );
      case "template": {
        if (at.height < 12 || view.breaks.length > 0) return null; // too little room for more words
        // Beside the template, towards the middle of the drawing, where there is room for it.
        const side = at.x < scale.x((view.frame[0] + view.frame[2]) / 2) ? 1 : -1;
        return (
          <Label
            right={right}
            key={key}
            x={at.x + side * (at.width / 2 + 8)}
            y={at.y + 5}
            text={text}
            colour="guide"
            anchor={side > 0 ? "start" : "end"}
          />
        );
      }
      case "base":
        // A step of the turret: the depths it makes, a line each.
        return view.name === "side"
          ? text
              .split(" · ")
              .map((line, place) => (
                <Label
                  right={right}
                  key={`${key}${line}`}
                  x={at.x}
                  y={bottom + 15 + 14 * place}
                  text={line}
                  colour="ink"
                  plain
                />
              ))
          : null;
      case "bit": {
        // Inside the bit where it is wide enough, else beside it, away from the depth; at the end that is out of the wood.
        const standing = at.y < middleOf(view, scale) ? top + 14 : bottom - 5;
        const left = at.x - at.width / 2;
        const place =
          at.width > 76
            ? ({ x: at.x, y: standing + 2, anchor: "middle" } as const)
            : left > 90
              ? ({ x: left - 6, y: standing, anchor: "end" } as const)
              : ({ x: at.x + at.width / 2 + 6, y: standing, anchor: "start" } as const);
        return <Label right={right} key={key} {...place} text={`Ø ${text}`} colour="cut" />;
      }
      default:
        return null;
    }
  });
}
