/** Everything that was told of the day, the latest first; each can be taken back while nothing was built on it. */
import type { RunNow } from "../../client/runs";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";

export function ToldSheet(props: {
  run: RunNow;
  at: (ms: number) => string;
  onClose: () => void;
  onUndo: (key: string, says: string) => void;
}) {
  const { run, at } = props;
  return (
    <Sheet title="What was told" open onOpen={(open) => !open && props.onClose()}>
      <ul className="divide-y divide-line">
        {run.log.map((line) => (
          <li key={line.key} className="flex min-h-12 items-center gap-3 py-1">
            <span className="w-14 shrink-0 font-bold tabular-nums">{at(Date.parse(line.at))}</span>
            <span className="min-w-0 flex-1">
              {line.says}
              {line.late && <span className="text-quiet"> (told late)</span>}
              {line.ignored && (
                <span className="block font-medium text-stop-edge">Not counted: {line.ignored}</span>
              )}
            </span>
            {line.can_undo && (
              <Button onClick={() => props.onUndo(line.key, `Taken back: ${line.says}`)}>Take back</Button>
            )}
          </li>
        ))}
        {run.log.length === 0 && <li className="py-3">Nothing yet.</li>}
      </ul>
    </Sheet>
  );
}
