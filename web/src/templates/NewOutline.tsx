import { useRef, useState } from "react";
import { api, type KeptOutline, type LengthIn, type Problem, type Unit } from "../api/client";
import { useReading, useRefresh } from "../api/queries";
import { added } from "../app/acts";
import { history } from "../app/undo";
import { Dialog } from "../ui/Dialog";
import { LengthField } from "../ui/LengthField";
import { problemOf } from "../ui/problems";
import { Words } from "../ui/Words";
import { inUnit } from "../ui/words";
import { IntentChoice, type Meant } from "./IntentChoice";
import { Layers } from "./Layers";
import { Reading } from "./Reading";
import { Understood } from "./Understood";

interface Props {
  unit: Unit;
  onKept: (outline: KeptOutline) => void;
  onClose: () => void;
}

type Kind = "file" | "drawn";

/** An outline from a drawing or from a few sizes: what was understood is said before it is kept. */
export function NewOutline({ unit, onKept, onClose }: Props) {
  const [kind, setKind] = useState<Kind>("drawn");
  const [name, setName] = useState("");
  const [meant, setMeant] = useState<Meant>({ intent: "recess", is_template: false });
  const [form, setForm] = useState("rectangle");
  const [sizes, setSizes] = useState<Record<string, LengthIn>>({});
  const [count, setCount] = useState(6);
  const [corners, setCorners] = useState<string | null>(null);
  const [file, setFile] = useState<{ name: string; base64: string } | null>(null);
  const [asUnit, setAsUnit] = useState<Unit | null>(null);
  const [tolerance, setTolerance] = useState(0.1);
  const [layers, setLayers] = useState<string[] | null>(null);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const refresh = useRefresh();
  const picker = useRef<HTMLInputElement>(null);
  const forms = useReading({ key: ["outline-forms"], ask: api.outlineForms, fixed: true });
  const ask = () =>
    kind === "drawn"
      ? api.drawOutline({ form, sizes, count, unit, ...(corners === null ? {} : { corners }) })
      : api.readDrawing({
          name: file?.name ?? "",
          base64: file?.base64 ?? "",
          unit: asUnit,
          tolerance,
          layers,
        });
  const found = useReading({
    key: ["outline", kind, form, sizes, count, corners, unit, file, asUnit, tolerance, layers],
    ask,
    enabled: kind === "drawn" || file !== null,
    keeps: true,
  });
  const shown = found.problem ? null : (found.data ?? null);
  // Before the answer it may be kept already: keeping asks for itself.
  const refused = (kind === "file" && !file) || (!found.settling && !shown?.can_be_used);
  const chosen = forms.data?.find((each) => each.form === form);
  const choose = async (picked: File | undefined) => {
    if (!picked) return;
    setLayers(null);
    const bytes = new Uint8Array(await picked.arrayBuffer());
    let text = "";
    for (let start = 0; start < bytes.length; start += 8192)
      text += String.fromCharCode(...bytes.subarray(start, start + 8192));
    setFile({ name: picked.name, base64: btoa(text) });
    setName((known) => known || picked.name.replace(/\.[^.]+$/, ""));
  };
  const keep = async () => {
    // What stands in the fields now, also where the picture is still that of a moment ago.
    const now = await ask();
    if (now.kind !== "ok") return setWrong(problemOf(now));
    if (!now.data.can_be_used) return;
    const answer = await api.keepOutline({
      name: name.trim() || (chosen?.title ?? "Outline"),
      path: now.data.path,
      ...meant,
      source: kind === "file" ? (file?.name ?? "") : "",
    });
    if (answer.kind !== "ok") return setWrong(problemOf(answer));
    history.push(added(`adding ${answer.data.name}`, "outlines", answer.data.id));
    await refresh();
    onKept(answer.data);
  };
  return (
    <Dialog title="A new outline" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        data-testid="new-outline"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <fieldset className="flex flex-wrap gap-2" aria-label="Where it comes from">
          {(["drawn", "file"] as const).map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={kind === each}
              className={`button ${kind === each ? "button-main" : ""}`}
              onClick={() => setKind(each)}
              data-testid={`outline-${each}`}
            >
              {each === "drawn" ? "From a few sizes" : "From a drawing (SVG, DXF)"}
            </button>
          ))}
        </fieldset>
        <div className="grid gap-4 sm:grid-cols-[1fr_220px]">
          <div className="flex min-w-0 flex-col gap-2">
            {kind === "drawn" ? (
              <>
                <label className="flex flex-col gap-0.5">
                  <span className="label">Shape</span>
                  <select
                    className="field"
                    value={form}
                    data-testid="outline-form"
                    onChange={(event) => {
                      setForm(event.target.value);
                      setSizes({});
                    }}
                  >
                    {forms.data?.map((each) => (
                      <option key={each.form} value={each.form}>
                        {each.title}
                      </option>
                    ))}
                  </select>
                </label>
                {form === "corners" ? (
                  <label className="flex flex-col gap-0.5">
                    <span className="label">
                      One corner a line: along, up, and its radius; below it “arc 30, 75” where the side to
                      the next is an arc through there
                    </span>
                    <textarea
                      className="field h-40 font-mono"
                      value={corners ?? chosen?.corners ?? ""}
                      spellCheck={false}
                      onChange={(event) => setCorners(event.target.value)}
                      data-testid="outline-corners"
                    />
                  </label>
                ) : null}
                <div className="grid grid-cols-2 gap-2">
                  {chosen?.sizes.map((size) =>
                    size.field === "count" ? (
                      <label key={size.field} className="flex flex-col gap-0.5">
                        <span className="label">{size.label}</span>
                        <input
                          type="number"
                          className="field"
                          min={3}
                          max={60}
                          value={count}
                          onChange={(event) => setCount(Number(event.target.value))}
                        />
                      </label>
                    ) : (
                      <span key={size.field} className="flex flex-col gap-0.5">
                        <span className="label">{size.label}</span>
                        <LengthField
                          label={size.label}
                          name={size.field}
                          value={sizes[size.field] ?? { typed: String(size.usual), unit: "mm" }}
                          unit={unit}
                          suffix="mm"
                          problem={
                            found.problem && (found.problem.field ?? "").split(".").at(-1) === size.field
                              ? found.problem
                              : null
                          }
                          className="field"
                          onType={(value) => setSizes({ ...sizes, [size.field]: value })}
                        />
                      </span>
                    ),
                  )}
                </div>
              </>
            ) : (
              <>
                <input
                  ref={picker}
                  type="file"
                  accept=".svg,.dxf,image/svg+xml"
                  aria-label="The drawing"
                  className="field"
                  onChange={(event) => void choose(event.target.files?.[0])}
                  data-testid="outline-file"
                />
                <div className="grid grid-cols-2 gap-2">
                  <label className="flex flex-col gap-0.5">
                    <span className="label">Bare numbers are</span>
                    <select
                      className="field"
                      value={asUnit ?? ""}
                      data-testid="outline-unit"
                      onChange={(event) => setAsUnit((event.target.value || null) as Unit | null)}
                    >
                      <option value="">as the file says</option>
                      <option value="mm">millimetres</option>
                      <option value="in">inches</option>
                    </select>
                  </label>
                  <label className="flex flex-col gap-0.5">
                    <span className="label">Gaps are closed up to</span>
                    <select
                      className="field"
                      value={tolerance}
                      data-testid="outline-tolerance"
                      onChange={(event) => setTolerance(Number(event.target.value))}
                    >
                      {[0.02, 0.1, 0.5, 2].map((each) => (
                        <option key={each} value={each}>
                          {each} mm
                        </option>
                      ))}
                    </select>
                  </label>
                </div>
                {found.data && found.data.layers.length > 1 ? (
                  <Layers all={found.data.layers} chosen={layers} onChoose={setLayers} />
                ) : null}
                {file && found.settling ? <Reading key={file.base64.length} /> : null}
              </>
            )}
            <label className="flex flex-col gap-0.5">
              <span className="label">Name</span>
              <input
                className="field"
                value={name}
                placeholder={chosen?.title}
                data-testid="outline-name"
                onChange={(event) => setName(event.target.value)}
              />
            </label>
            <IntentChoice meant={meant} onChoose={setMeant} />
          </div>
          <Understood view={shown} unit={unit} />
        </div>
        {found.problem && !chosen?.sizes.some((size) => found.problem?.field?.endsWith(size.field)) ? (
          <p role="alert" className="text-cut" data-testid="outline-problem">
            <Words text={inUnit(found.problem.message, unit)} />
          </p>
        ) : null}
        {wrong ? (
          <p role="alert" className="text-cut">
            <Words text={inUnit(wrong.message, unit)} />
          </p>
        ) : null}
        <div className="flex justify-end gap-2">
          <button type="button" className="button" onClick={onClose}>
            Not now
          </button>
          <button type="submit" className="button button-main" disabled={refused} data-testid="keep-outline">
            Keep it
          </button>
        </div>
      </form>
    </Dialog>
  );
}
