/** What waits in the outbox, and where the server's answers to it go. */
import { type QueryClient, type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useEffect, useSyncExternalStore } from "react";
import type { SavedDough, SavedPlan, Schemas } from "./api";
import { keys } from "./keys";
import { type OutboxView, outbox } from "./outbox";
import { type RunNow, showRun } from "./runs";

type SavedKitchen = Schemas["SavedKitchen"];

export function useOutbox(): OutboxView {
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot);
}

/** What the server answered to changes goes where it is shown. One a page. */
export function useAnswers() {
  const client = useQueryClient();
  useEffect(
    () =>
      outbox.onDone(({ change }, answer) => {
        switch (change.kind) {
          case "kitchen":
            client.setQueryData(keys.kitchen, answer as SavedKitchen);
            refresh(client, keys.habits);
            refresh(client, keys.stores);
            break;
          case "weigh-in":
            client.setQueryData(keys.weighIn(change.id), answer);
            break;
          case "change-plan":
            client.setQueryData(keys.plan(change.id), answer as SavedPlan);
            refresh(client, keys.plans);
            break;
          case "tell-test":
            client.setQueryData(keys.plan(change.id), answer as SavedPlan);
            for (const key of [keys.plans, keys.bakes, keys.foretold, keys.doughs]) refresh(client, key);
            break;
          case "tell-run":
            showRun(client, answer as RunNow);
            break;
          case "keep-try":
          case "end-try":
            refresh(client, keys.bakes);
            break;
          case "put-aside-plan":
          case "put-back-plan":
            refresh(client, keys.plan(change.id));
            refresh(client, keys.plans);
            break;
          case "throw-away":
            refresh(
              client,
              { dough: keys.doughs, plan: keys.plans, bake: keys.bakes, thing: keys.stores }[change.of],
            );
            break;
          case "add-bake":
          case "save-bake":
          case "put-aside-bake":
          case "put-back-bake":
            for (const key of [keys.bakes, keys.foretold, keys.doughs]) refresh(client, key);
            break;
          case "add-thing":
          case "change-thing":
          case "put-aside-thing":
          case "put-back-thing":
          case "put-away":
            refresh(client, keys.stores);
            break;
          case "keep-version":
            refresh(client, keys.versions(change.id));
            break;
          case "put-back":
            refresh(client, keys.dough(change.id));
            refresh(client, keys.doughs);
            break;
          case "save-dough":
            client.setQueryData(keys.dough(change.id), answer as SavedDough);
            refresh(client, keys.doughs);
            refresh(client, keys.stores);
            break;
          default:
            refresh(client, keys.doughs);
        }
      }) as () => void,
    [client],
  );
}

/** Ask anew. What is being asked just now may have been answered before the change: its answer is not waited for. */
async function refresh(client: QueryClient, queryKey: QueryKey) {
  await client.cancelQueries({ queryKey });
  await client.invalidateQueries({ queryKey });
}
