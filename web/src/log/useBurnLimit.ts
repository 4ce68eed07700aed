import { api, type BurnLimitIn, type Lessons } from "../api/client";
import { useRefresh } from "../api/queries";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";

/** Has plans follow what the log shows of burning, or no longer; that can be undone. */
export function useBurnLimit({ material_class, kind, follows }: Lessons["burning"][number]) {
  const refresh = useRefresh();
  return async (chip_mm: number | null) => {
    const act = (chip: number | null) => ({
      do: "burn-limit" as const,
      limit: { material_class, kind, chip_mm: chip } satisfies BurnLimitIn,
    });
    const said = "what plans hold to against burning";
    const answer = await api.followBurnLimit(act(chip_mm).limit);
    notifyOf(`Not kept: ${said}`, answer);
    if (answer.kind !== "ok") return;
    history.push({ label: said, undo: act(follows), redo: act(chip_mm) });
    await refresh();
  };
}
