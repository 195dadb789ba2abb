/** What is open stands in the address: reload and bookmarks come back to it, Back closes it. */
import { useCallback } from "react";
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

/** A choice that is part of where one is: replaced in the address, without a step of its own. */
export function useChosen<T extends string>(name: string, values: readonly T[], start: T) {
  const [params, setParams] = useSearchParams();
  const given = params.get(name);
  const chosen = values.find((value) => value === given) ?? start;
  const choose = useCallback(
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
  return [chosen, choose] as const;
}
