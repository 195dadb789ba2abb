/** A device that the kitchen does not know sees the way in, and nothing else. */
import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useEffect, useState } from "react";
import { SHUT } from "../client/api";
import { type DoorNow, knock, useDoor } from "../client/door";
import { keys } from "../client/keys";
import { Button, Field } from "./controls";
import { Note } from "./notes";
import { Trust } from "./trust";

export function Gate({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const { data: door } = useDoor();
  useEffect(() => {
    const shut = () => queries.invalidateQueries({ queryKey: keys.door });
    window.addEventListener(SHUT, shut);
    return () => window.removeEventListener(SHUT, shut);
  }, [queries]);
  if (door?.who === "stranger") return <Knocking door={door} />;
  return children;
}

const field =
  "min-h-14 w-full rounded-[9px] border-[1.5px] border-edge bg-raised px-3 text-head font-semibold";

function Knocking({ door }: { door: DoorNow }) {
  const queries = useQueryClient();
  const [code, setCode] = useState(() => location.hash.slice(1));
  const [name, setName] = useState(() => (navigator.maxTouchPoints > 1 ? "Tablet" : "Laptop"));
  const [wrong, setWrong] = useState<string>();
  const [busy, setBusy] = useState(false);
  const come = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setWrong(undefined);
    try {
      await knock(code, name.trim() || "Tablet");
      if (location.pathname === "/let-in") history.replaceState(null, "", "/");
      await queries.resetQueries();
    } catch (failure) {
      setWrong((failure as Error).message);
    }
    setBusy(false);
  };
  return (
    <main className="mx-auto grid max-w-3xl gap-5 p-6">
      <h1 className="text-title font-extrabold">Let this device into the kitchen</h1>
      <form onSubmit={come} className="enamel grid gap-4 p-5">
        <p>
          On the kitchen computer open Kitchen, then <strong>Tablets and phones</strong>, and press “Let a
          device in”. Type the code that it shows.
        </p>
        <Field label="Code" error={wrong}>
          {(ids) => (
            <input
              {...ids}
              className={`${field} tracking-[0.2em] uppercase`}
              value={code}
              onChange={(event) => setCode(event.target.value)}
              autoComplete="one-time-code"
              autoCapitalize="characters"
              spellCheck={false}
              required
            />
          )}
        </Field>
        <Field label="What this device is called">
          {(ids) => (
            <input
              {...ids}
              className={field}
              value={name}
              maxLength={60}
              onChange={(event) => setName(event.target.value)}
              required
            />
          )}
        </Field>
        <Button kind="main" className="min-h-14 text-head" type="submit" disabled={busy}>
          {busy ? "Asking…" : "Come in"}
        </Button>
      </form>
      {!door.secure && (
        <>
          <Note severity="note">
            This page came by plain http: anybody in the home network could read along, and the browser
            refuses some things to such a page. The steps below end that.
          </Note>
          <Trust door={door} />
        </>
      )}
    </main>
  );
}
