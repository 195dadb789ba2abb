/** What is open stands in the address: reload and bookmarks come back to it, Back closes it. */
import { useCallback, useEffect, useRef, useState } from "react";
import { useLocation, useNavigate, useSearchParams } from "react-router";

/** Opening goes one step on; closing goes that step back, or clears it where one came by a link. */
export function useOpened(name: string) {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const location = useLocation();
  const opened = params.get(name) ?? undefined;
  const came = (location.state as { opened?: string } | null)?.opened === name;
  const open = useCallback(
    (value: string | undefined) => {
      if (value === undefined && came) {
        navigate(-1);
        return;
      }
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (value === undefined) next.delete(name);
          else next.set(name, value);
          return next;
        },
        value === undefined ? { replace: true } : { state: { opened: name } },
      );
    },
    [came, name, navigate, setParams],
  );
  return [opened, open] as const;
}

/**
 * What is shown at once and written into the address behind it: the address follows a moment later, too late for what is typed.
 * What it says otherwise than by us (Back, a link) is taken over.
 */
export function useMirrored(inAddress: string, write: (text: string) => void) {
  const [text, setText] = useState(inAddress);
  const mine = useRef<string[]>([]);
  const seen = useRef(inAddress);
  useEffect(() => {
    if (seen.current === inAddress) return;
    seen.current = inAddress;
    const at = mine.current.lastIndexOf(inAddress);
    if (at >= 0) mine.current = mine.current.slice(at + 1);
    else setText(inAddress);
  }, [inAddress]);
  const set = useCallback(
    (next: string) => {
      setText(next);
      mine.current.push(next);
      write(next);
    },
    [write],
  );
  return [text, set] as const;
}

/** Words that are part of where one is: replaced in the address, without a step of its own. */
export function useWords(name: string, start = "") {
  const [params, setParams] = useSearchParams();
  const write = useCallback(
    (value: string) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (value === start) next.delete(name);
          else next.set(name, value);
          return next;
        },
        { replace: true },
      ),
    [name, setParams, start],
  );
  return useMirrored(params.get(name) ?? start, write);
}

/** As `useWords`, for one of a few. */
export function useChosen<T extends string>(name: string, values: readonly T[], start: T) {
  const [given, choose] = useWords(name, start);
  return [values.find((value) => value === given) ?? start, choose] as const;
}
