/** How each kind of change goes to the server. */
import { api, need } from "./api";
import type { Change } from "./entries";

const LATE_S = 4; // a tap that is sent later than this happened when it was tapped
const LONGEST_S = 3 * 86_400;

export function sendChange(change: Change, key: string): Promise<unknown> {
  const header = { "Idempotency-Key": key };
  switch (change.kind) {
    case "save-dough": {
      const params = { path: { dough_id: change.id }, header };
      return need(
        api.PUT("/api/doughs/{dough_id}", { params, body: { revision: change.revision, spec: change.spec } }),
      );
    }
    case "add-dough":
      return need(api.POST("/api/doughs", { params: { header }, body: change.spec }));
    case "put-aside":
    case "put-back": {
      const params = { path: { dough_id: change.id }, header };
      const body = { revision: change.revision };
      return change.kind === "put-aside"
        ? need(api.POST("/api/doughs/{dough_id}/put-aside", { params, body }))
        : need(api.POST("/api/doughs/{dough_id}/put-back", { params, body }));
    }
    case "keep-version": {
      const params = { path: { dough_id: change.id }, header };
      const body = { revision: change.revision, note: change.note };
      return need(api.POST("/api/doughs/{dough_id}/versions", { params, body }));
    }
    case "kitchen":
      return need(api.PATCH("/api/kitchen", { params: { header }, body: { changes: change.changes } }));
    case "weigh-in": {
      const params = { path: { dough_id: change.id }, header };
      return need(
        api.PATCH("/api/doughs/{dough_id}/weigh-in", { params, body: { changes: change.changes } }),
      );
    }
    case "change-plan": {
      const params = { path: { plan_id: change.id }, header };
      const body = { revision: change.revision, change: change.change, now: change.now };
      return need(api.POST("/api/plans/{plan_id}/changes", { params, body }));
    }
    case "tell-test": {
      const params = { path: { plan_id: change.id }, header };
      return need(api.POST("/api/plans/{plan_id}/tests", { params, body: change.told }));
    }
    case "tell-run": {
      const params = { path: { run_id: change.id }, header };
      const ago = (Date.now() - change.tapped) / 1000;
      const body = { event: change.event, ago_s: ago > LATE_S ? Math.min(ago, LONGEST_S) : null };
      return need(api.POST("/api/runs/{run_id}/events", { params, body }));
    }
    case "keep-try":
      return need(api.POST("/api/tries/kept", { params: { header }, body: change.trial }));
    case "end-try":
      return need(api.POST("/api/tries/kept/{try_id}/end", { params: { path: { try_id: change.id } } }));
    case "put-aside-plan":
    case "put-back-plan": {
      const params = { path: { plan_id: change.id }, header };
      const body = { revision: change.revision };
      return change.kind === "put-aside-plan"
        ? need(api.POST("/api/plans/{plan_id}/put-aside", { params, body }))
        : need(api.POST("/api/plans/{plan_id}/put-back", { params, body }));
    }
    case "add-bake":
      return need(api.POST("/api/bakes", { params: { header }, body: change.bake }));
    case "save-bake": {
      const params = { path: { bake_id: change.id }, header };
      return need(
        api.PUT("/api/bakes/{bake_id}", { params, body: { ...change.save, revision: change.revision } }),
      );
    }
    case "put-aside-bake":
    case "put-back-bake": {
      const params = { path: { bake_id: change.id }, header };
      const body = { revision: change.revision };
      return change.kind === "put-aside-bake"
        ? need(api.POST("/api/bakes/{bake_id}/put-aside", { params, body }))
        : need(api.POST("/api/bakes/{bake_id}/put-back", { params, body }));
    }
    case "add-thing":
      return need(
        api.POST("/api/stores", { params: { header }, body: { id: change.id, thing: change.thing } }),
      );
    case "change-thing": {
      const params = { path: { thing_id: change.id }, header };
      return need(api.PATCH("/api/stores/{thing_id}", { params, body: { changes: change.changes } }));
    }
    case "put-aside-thing":
    case "put-back-thing": {
      const params = { path: { thing_id: change.id }, header };
      const body = { revision: change.revision };
      return change.kind === "put-aside-thing"
        ? need(api.POST("/api/stores/{thing_id}/put-aside", { params, body }))
        : need(api.POST("/api/stores/{thing_id}/put-back", { params, body }));
    }
    case "put-away":
      return need(
        api.POST("/api/shopping/{list_id}/put-away", { params: { path: { list_id: change.id }, header } }),
      );
    case "throw-away": {
      const body = { revision: change.revision };
      if (change.of === "thing")
        return need(
          api.POST("/api/stores/{thing_id}/throw-away", {
            params: { path: { thing_id: change.id }, header },
            body,
          }),
        );
      if (change.of === "bake")
        return need(
          api.POST("/api/bakes/{bake_id}/throw-away", {
            params: { path: { bake_id: change.id }, header },
            body,
          }),
        );
      return change.of === "dough"
        ? need(
            api.POST("/api/doughs/{dough_id}/throw-away", {
              params: { path: { dough_id: change.id }, header },
              body,
            }),
          )
        : need(
            api.POST("/api/plans/{plan_id}/throw-away", {
              params: { path: { plan_id: change.id }, header },
              body,
            }),
          );
    }
  }
}
