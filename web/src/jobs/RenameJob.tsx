import { api } from "../api/client";
import { useRefresh } from "../api/queries";
import { changed } from "../app/acts";
import { history } from "../app/undo";
import { Rename } from "./Rename";

interface Props {
  id: string;
  name: string;
  onClose: () => void;
}

/** Another name for a job. */
export function RenameJob({ id, name, onClose }: Props) {
  const refresh = useRefresh();
  const save = async (typed: string) => {
    const answer = await api.saveJob(id, { name: typed });
    if (answer.kind === "ok") {
      const [to, was] = [{ name: answer.data.name }, { name }];
      history.push(changed(`renaming ${name}`, { do: "job", id, to, was }));
      await refresh();
    }
    return answer;
  };
  return <Rename what="job" name={name} onSave={save} onClose={onClose} />;
}
