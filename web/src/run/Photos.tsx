import { Camera, X } from "lucide-react";
import { useState } from "react";
import { api, type RunView } from "../api/client";
import { useRefresh } from "../api/queries";
import { removed } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";
import { Dialog } from "../ui/Dialog";
import { problemOf } from "../ui/problems";
import { base64Of, shrunk } from "./shrink";

const MOST = 6;
const addressOf = (id: string) => `/api/photos/${encodeURIComponent(id)}`;

/** The photos of a run: taken or chosen, made small here, looked at, taken away and brought back. */
export function Photos({ view }: { view: RunView }) {
  const refresh = useRefresh();
  const [waiting, setWaiting] = useState(0);
  const [wrong, setWrong] = useState<string | null>(null);
  const [open, setOpen] = useState<number | null>(null);
  const { photos } = view;
  const room = MOST - photos.length - waiting;
  const add = async (files: readonly File[]) => {
    const taken = files.slice(0, room);
    setWrong(files.length > room ? `A run has room for ${MOST} photos` : null);
    setWaiting((before) => before + taken.length);
    for (const file of taken) {
      const small = await shrunk(file);
      if (!small) setWrong(`${file.name} cannot be read here: take a JPEG or PNG picture`);
      else {
        const kept = await api.addPhoto(view.run.id, await base64Of(small));
        const problem = problemOf(kept);
        if (problem) setWrong(problem.message.metric);
      }
      setWaiting((before) => before - 1);
      await refresh();
    }
  };
  const shown = open === null ? undefined : photos[open];
  return (
    <section aria-label="Photos" data-testid="photos" className="flex flex-col gap-2">
      <p className="label">Photos{photos.length > 0 ? `, ${photos.length} of ${MOST}` : ""}</p>
      <ul className="flex flex-wrap gap-2">
        {photos.map((each, i) => (
          <li key={each.id} className="relative">
            <button
              type="button"
              className="block h-28 overflow-hidden rounded border-2 border-rule"
              aria-label={`Photo ${i + 1}, larger`}
              onClick={() => setOpen(i)}
            >
              <img
                src={addressOf(each.id)}
                alt={`${i + 1} of ${view.run.of.cut}`}
                className="h-full w-auto"
              />
            </button>
            <button
              type="button"
              className="absolute top-1 right-1 rounded bg-bench p-1.5"
              aria-label={`Take photo ${i + 1} away`}
              onClick={async () => {
                const gone = await api.removePhoto(each.id);
                if (gone.kind !== "ok") return notifyOf("The photo stays", gone);
                history.push(removed("taking a photo away", "photos", each.id));
                await refresh();
              }}
            >
              <X size={18} aria-hidden />
            </button>
          </li>
        ))}
        {room > 0 ? (
          <li>
            <label className="button h-28 min-w-28 cursor-pointer flex-col justify-center gap-1 focus-within:outline-2">
              <Camera size={24} aria-hidden />
              {waiting > 0 ? "Making it smaller …" : "Add a photo"}
              <input
                type="file"
                accept="image/*"
                multiple
                className="sr-only"
                data-testid="add-photo"
                onChange={(event) => {
                  const files = [...(event.target.files ?? [])];
                  event.target.value = "";
                  void add(files);
                }}
              />
            </label>
          </li>
        ) : null}
      </ul>
      {wrong ? (
        <p role="alert" className="text-small text-cut">
          {wrong}
        </p>
      ) : null}
      {shown ? (
        <Dialog title={`${view.run.of.cut}, photo ${(open ?? 0) + 1}`} onClose={() => setOpen(null)}>
          <img
            src={addressOf(shown.id)}
            alt={`${(open ?? 0) + 1} of ${view.run.of.cut}`}
            className="w-full"
          />
          <p className="mt-2 text-small text-ink-2">
            <a className="underline" href={addressOf(shown.id)} download={`photo-${(open ?? 0) + 1}.jpg`}>
              Save it as a file
            </a>
          </p>
        </Dialog>
      ) : null}
    </section>
  );
}
