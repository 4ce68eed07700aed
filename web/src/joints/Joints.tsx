import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type JobView } from "../api/client";
import { useRefresh } from "../api/queries";
import { removed } from "../app/acts";
import { notifyOf } from "../app/notice";
import { history } from "../app/undo";
import { Menu } from "../ui/Menu";
import { NewJoint } from "./NewJoint";

/** The joints of a job, and the way to a new one. */
export function Joints({ job }: { job: JobView }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const [adding, setAdding] = useState(false);
  const nameOf = (id: string) => job.pieces.find((each) => each.id === id)?.piece.name ?? "";
  const remove = async (id: string, name: string) => {
    const answer = await api.removeJoint(id);
    notifyOf(`Not done: removing ${name}`, answer);
    if (answer.kind !== "ok") return;
    history.push(removed(`removing ${name}`, "joints", id));
    await refresh();
  };
  return (
    <section aria-label="Joints">
      <h3 className="label">Joints</h3>
      <ul className="mt-1">
        {job.joints.map((each) => (
          <li key={each.id} className="flex items-center gap-2 border-t border-rule py-1">
            <Link
              className="min-w-0 flex-1 py-1 leading-snug hover:underline"
              to={`/jobs/${job.id}/joints/${each.id}`}
            >
              <b className="font-semibold">{each.name}</b>{" "}
              <span className="text-small text-ink-2">
                {each.kind}: {nameOf(each.second_id)}, {nameOf(each.first_id)}
              </span>
            </Link>
            <Menu
              label={`Joint ${each.name}`}
              items={[{ says: "Remove the joint", run: () => void remove(each.id, each.name) }]}
            />
          </li>
        ))}
      </ul>
      {job.pieces.length === 0 ? (
        <p className="py-1 text-small text-ink-2">Two boards make a joint: add one first.</p>
      ) : (
        <button type="button" className="button mt-1" onClick={() => setAdding(true)} data-testid="new-joint">
          Add a joint
        </button>
      )}
      {adding ? (
        <NewJoint
          job={job}
          onClose={() => setAdding(false)}
          onMade={(id) => void navigate(`/jobs/${job.id}/joints/${id}`)}
        />
      ) : null}
    </section>
  );
}
