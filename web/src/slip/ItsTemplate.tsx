import { useNavigate } from "react-router";
import { api, type CutPlan, type Unit } from "../api/client";
import { useRefresh } from "../api/queries";
import { added } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";
import { rememberPair } from "../templates/pair";
import { inUnit } from "../ui/words";
import type { Asked } from "./ToolPicker";

/** To the template of this cut, at 1:1: its shape is kept as an outline, and the pair that was chosen follows it. */
export function ItsTemplate({ plan, unit, asked }: { plan: CutPlan; unit: Unit; asked: () => Asked }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const { template } = plan;
  if (!template) return null;
  const show = async () => {
    rememberPair({ guide: template.guide_id, bit: template.bit_id });
    const state = { corners: template.corners };
    if (template.outline) return navigate(`/templates/${template.outline}`, { state });
    const before = await api.outlines();
    const title = inUnit(plan.title, unit);
    const ofCut = `${title.charAt(0).toUpperCase()}${title.slice(1)}, ${asked().piece.name}`;
    const answer = await api.keepOutline({
      name: (template.called || ofCut).slice(0, 80),
      path: template.path,
      intent: template.intent,
      is_template: template.is_template,
      source: template.called ? "" : title,
    });
    if (answer.kind !== "ok") return notifyOf("Not kept", answer);
    const { id, name } = answer.data;
    if (before.kind === "ok" && !before.data.some((each) => each.id === id))
      history.push(added(`keeping ${name}`, "outlines", id));
    await refresh();
    return navigate(`/templates/${id}`, { state });
  };
  return (
    <button
      type="button"
      className="quiet ml-[72px] text-small"
      onClick={() => void show()}
      data-testid="its-template"
    >
      {template.is_template ? "draw its comb at 1:1" : "make its template"}
    </button>
  );
}
