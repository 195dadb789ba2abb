/** The baker's own words to find a dough by. */
import { type FormEvent, useState } from "react";
import type { ApiError, DoughSummary } from "../../client/api";
import { editDough } from "../../client/dough";
import { within } from "../../client/within";
import { Button, Field } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";

const MOST = within("DoughSpec", "tags").max;
const MOST_CHARS = 24;

export function TagSheet(props: { dough: DoughSummary; known: readonly string[]; onClose: () => void }) {
  const { dough, known } = props;
  const [tags, setTags] = useState<readonly string[]>(dough.tags);
  const [typed, setTyped] = useState("");
  const [wrong, setWrong] = useState<string>();
  const left = known.filter((tag) => !tags.includes(tag));
  const put = (next: readonly string[]) => {
    if (next.length > MOST) return setWrong(`A dough holds at most ${MOST} tags.`);
    setWrong(undefined);
    setTags(next);
    editDough(dough.id, (spec) => ({ ...spec, tags: [...next] })).catch((failure: ApiError) => {
      setTags(tags);
      setWrong(failure.message);
    });
  };
  const add = (event: FormEvent) => {
    event.preventDefault();
    const tag = typed.trim().replace(/\s+/g, " ");
    if (!tag) return setWrong("Type a word, such as “picnic”.");
    if (!tags.includes(tag)) put([...tags, tag]);
    setTyped("");
  };
  return (
    <Sheet title={`Tags of ${dough.name}`} open onOpen={(open) => !open && props.onClose()}>
      <form onSubmit={add} className="flex flex-wrap items-end gap-3">
        <Field label="A word to find it by" error={wrong}>
          {(ids) => (
            <input
              {...ids}
              className="control w-60"
              maxLength={MOST_CHARS}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
          )}
        </Field>
        <Button type="submit" kind="main">
          Add
        </Button>
      </form>
      <ul aria-label="Its tags" className="mt-4 flex flex-wrap gap-2">
        {tags.map((tag) => (
          <li key={tag}>
            <Button
              aria-label={`Remove the tag ${tag}`}
              onClick={() => put(tags.filter((other) => other !== tag))}
            >
              {tag} <span aria-hidden>×</span>
            </Button>
          </li>
        ))}
        {tags.length === 0 && <li className="text-quiet">No tag yet.</li>}
      </ul>
      {left.length > 0 && (
        <>
          <h3 className="mt-4 mb-1 font-semibold">Used on other doughs</h3>
          <ul className="flex flex-wrap gap-2">
            {left.map((tag) => (
              <li key={tag}>
                <Button kind="quiet" onClick={() => put([...tags, tag])}>
                  {tag}
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </Sheet>
  );
}
