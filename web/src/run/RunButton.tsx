import { useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../api/client";
import { useCommand } from "../app/commands";
import { notifyOf } from "../app/notice";
import { hold } from "./hands";

interface Props {
  cutId: string | null;
  disabled: boolean;
  why: string | undefined;
}

/** To the machine with this cut: a run that is under way goes on, otherwise one begins. */
export function RunButton({ cutId, disabled, why }: Props) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const run = async () => {
    if (!cutId || asking) return;
    setAsking(true);
    const there = await api.runOfCut(cutId);
    if (there.kind === "ok" && there.data) return void navigate(`/run/${there.data.id}`);
    const begun = await api.beginRun(cutId);
    setAsking(false);
    if (begun.kind !== "ok") return notifyOf("It is not run", begun);
    hold(begun.data.run.id, begun.data.hand);
    void navigate(`/run/${begun.data.run.id}`);
  };
  useCommand("run", () => void run(), !disabled);
  return (
    <button
      type="button"
      className="button button-main"
      disabled={disabled || asking}
      title={why}
      data-testid="run"
      onClick={() => void run()}
    >
      Run
    </button>
  );
}
