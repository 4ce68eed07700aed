import { useState } from "react";
import { api, type CameOut } from "../api/client";
import { useBits, useReading, useRefresh } from "../api/queries";
import { CAME_OUT, OUTCOMES } from "../run/outcomes";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";

/** A run that was made without being followed here. */
export function NoteRun({ onClose }: { onClose: () => void }) {
  const refresh = useRefresh();
  const bits = useBits();
  const shop = useReading({ key: ["shop"], ask: api.shop });
  const [cut, setCut] = useState("");
  const [material, setMaterial] = useState("");
  const [bit, setBit] = useState("");
  const [far, setFar] = useState("");
  const [out, setOut] = useState<CameOut>("clean");
  const [word, setWord] = useState("");
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <Dialog title="Note a run" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={async (event) => {
          event.preventDefault();
          const metres = far.trim() === "" ? null : Number(far.trim().replace(",", "."));
          if (metres !== null && !Number.isFinite(metres))
            return setWrong("Metres are a number, such as 2.5; leave it empty where you do not know");
          const noted = await api.noteRun({
            cut,
            material: material || null,
            bit_id: bit || null,
            metres,
            outcome: { came_out: out, word },
          });
          if (noted.kind !== "ok") return setWrong(problemOf(noted)?.message.metric ?? null);
          await refresh();
          onClose();
        }}
      >
        <label className="block">
          <span className="label">What was cut</span>
          <input
            className="field"
            value={cut}
            required
            maxLength={80}
            onChange={(event) => setCut(event.target.value)}
          />
        </label>
        <label className="block">
          <span className="label">Wood</span>
          <select className="field" value={material} onChange={(event) => setMaterial(event.target.value)}>
            <option value="">not said</option>
            {(shop.data?.materials ?? []).map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          <span className="label">Bit</span>
          <select className="field" value={bit} onChange={(event) => setBit(event.target.value)}>
            <option value="">not said</option>
            {(bits.data?.bits ?? []).map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          <span className="label">Metres in the wood, all passes</span>
          <input
            className="field"
            inputMode="decimal"
            value={far}
            onChange={(event) => setFar(event.target.value)}
          />
        </label>
        <label className="block">
          <span className="label">How it came out</span>
          <select className="field" value={out} onChange={(event) => setOut(event.target.value as CameOut)}>
            {OUTCOMES.map((each) => (
              <option key={each} value={each}>
                {CAME_OUT[each]}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          <span className="label">A word</span>
          <input
            className="field"
            value={word}
            maxLength={2000}
            onChange={(event) => setWord(event.target.value)}
          />
        </label>
        {wrong ? (
          <p role="alert" className="text-small text-cut">
            {wrong}
          </p>
        ) : null}
        <button type="submit" className="button button-main self-end">
          Into the log
        </button>
      </form>
    </Dialog>
  );
}
