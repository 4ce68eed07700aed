/** Which joints two boards can have: asked for kind by kind, so that other boards are answered at once. */
import { api, type JointKind, type KindName, type KindView, type PieceIn } from "../api/client";
import { useOneByOne } from "../api/oneByOne";
import { useReading } from "../api/queries";

/** A kind with how it stands; null while that is not known. */
export type Kind = KindName & { known: KindView | null };

export function useWhich(first: PieceIn | null, second: PieceIn | null): readonly Kind[] {
  const kinds = useReading({ key: ["joint-kinds"], ask: api.jointKinds, fixed: true });
  const names = kinds.data ?? [];
  const boards = first && second ? { first, second } : null;
  const known = useOneByOne(
    boards && names.length > 0 ? JSON.stringify(boards) : null,
    names.map(({ kind }) => kind),
    (kind) =>
      boards
        ? api.whichJoint({ ...boards, kind: kind as JointKind })
        : Promise.reject(new Error("two boards make a joint")),
  );
  return names.map((each) => ({ ...each, known: known.get(each.kind) ?? null }));
}
