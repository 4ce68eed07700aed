/** The shapes of edges in words: how their sentence begins, and what their size is. */
import type { EdgeCutIn } from "../api/client";

type Shape = EdgeCutIn["shape"];

interface ShapeWords {
  name: string;
  article: string;
  before: string;
  after: string;
  size: string;
}

export const SHAPES: Record<Shape, ShapeWords> = {
  roundover: { name: "roundover", article: "A", before: "of radius", after: ",", size: "Radius" },
  chamfer: { name: "chamfer", article: "A", before: "of", after: ",", size: "Leg" },
  bevel: { name: "bevel", article: "A", before: "", after: "high,", size: "Height" },
  cove: { name: "cove", article: "A", before: "of radius", after: ",", size: "Radius" },
  ogee: { name: "ogee", article: "An", before: "of radius", after: ",", size: "Radius" },
  bead: { name: "bead", article: "A", before: "of radius", after: ",", size: "Radius" },
  rabbet: { name: "rabbet", article: "A", before: "", after: "wide,", size: "Width" },
  flush: { name: "flush trim", article: "A", before: "of an overhang of", after: ",", size: "Overhang" },
  jointing: { name: "jointing", article: "", before: "by", after: ",", size: "Taken off" },
};

/** Shapes whose depth must be said. */
export const WITH_DEPTH: ReadonlySet<Shape> = new Set<Shape>(["rabbet", "flush"]);

/** The edges of a cut with one more, or one less. */
export const toggled = (edges: readonly string[], ref: string): string[] =>
  edges.includes(ref) ? edges.filter((each) => each !== ref) : [...edges, ref];
