import { QueryClient, queryOptions } from "@tanstack/react-query";
import { benchNow, setClock } from "../ui/clock";
import { api, data, RefusedError, type Schemas } from "./client";

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => !(error instanceof RefusedError) && count < 2,
      retryDelay: 700,
      networkMode: "always",
      structuralSharing: true,
    },
    mutations: { networkMode: "always", retry: false },
  },
});

const minute = 60_000;
// The page is told when a plan is there (live.ts); while one is on its way it also looks now and then, in case the word was lost.
const soon = 5_000;

export const benchQuery = queryOptions({
  queryKey: ["bench"],
  queryFn: async () => {
    const bench = data(await api.GET("/api/bench"));
    setClock(bench.view.now);
    return bench;
  },
  refetchInterval: (query) => (query.state.data?.renewing ? soon : minute / 2),
});

export const planQuery = queryOptions({
  queryKey: ["plan"],
  queryFn: async () => {
    const plan = data(await api.GET("/api/plan"));
    setClock(plan.now);
    return plan;
  },
  refetchInterval: (query) => (query.state.data?.renewing ? soon : minute),
});

export const planStepQuery = (id: string | null) =>
  queryOptions({
    queryKey: ["plan", "step", id],
    queryFn: async () => (id ? data(await api.GET("/api/plan/steps/{id}", { params: { path: { id } } })) : null),
    enabled: id !== null,
  });

export const kitQuery = (batch: string | null) =>
  queryOptions({
    queryKey: ["kit", batch],
    queryFn: async () => (batch ? data(await api.GET("/api/batches/{id}/kit", { params: { path: { id: batch } } })) : null),
    enabled: batch !== null,
  });

export const kitEffectQuery = (batch: string, part: string, held: Schemas["PartHeld"] | null, asked: boolean) =>
  queryOptions({
    queryKey: ["kit", batch, "effect", part, held],
    queryFn: async () =>
      held ? data(await api.GET("/api/batches/{id}/kit/effect", { params: { path: { id: batch }, query: { part, held } } })) : null,
    enabled: asked && held !== null,
    staleTime: minute,
  });

export const gapsQuery = (batch: string | null) =>
  queryOptions({
    queryKey: ["gaps", batch],
    queryFn: async () => (batch ? data(await api.GET("/api/batches/{id}/gaps", { params: { path: { id: batch } } })) : null),
    enabled: batch !== null,
  });

export const soakQuery = (stepId: string) =>
  queryOptions({
    queryKey: ["soak", stepId],
    queryFn: async () => data(await api.GET("/api/soak/{stepId}", { params: { path: { stepId } } })),
  });

export const primerQuery = (batch: string | null) =>
  queryOptions({
    queryKey: ["primer", batch],
    queryFn: async () => (batch ? data(await api.GET("/api/batches/{id}/primer", { params: { path: { id: batch } } })) : null),
    enabled: batch !== null,
  });

export const primerEffectQuery = (batch: string, colour: string | null, asked: boolean) =>
  queryOptions({
    queryKey: ["primer", batch, "effect", colour],
    queryFn: async () =>
      colour ? data(await api.GET("/api/batches/{id}/primer/effect", { params: { path: { id: batch }, query: { colour } } })) : null,
    enabled: asked && colour !== null,
    staleTime: minute,
  });

export const gapsEffectQuery = (batch: string, fill: Schemas["GapWay"] | null, asked: boolean) =>
  queryOptions({
    queryKey: ["gaps", batch, "effect", fill],
    queryFn: async () =>
      fill ? data(await api.GET("/api/batches/{id}/gaps/effect", { params: { path: { id: batch }, query: { fill } } })) : null,
    enabled: asked && fill !== null,
    staleTime: minute,
  });

export const coatsQuery = (product: string | null, unit: string | null) =>
  queryOptions({
    queryKey: ["coats", product, unit],
    queryFn: async () => {
      const coats = data(
        await api.GET("/api/coats", { params: { query: { ...(product ? { product } : {}), ...(unit ? { unit } : {}) } } }),
      );
      setClock(coats.now);
      return coats;
    },
    refetchInterval: minute,
  });

export const airQuery = queryOptions({ queryKey: ["air"], queryFn: async () => data(await api.GET("/api/air")), refetchInterval: minute });

// Until the next moment the bench knows of: a clock of minutes rings to the second.
function untilNext(): number {
  const bench = queryClient.getQueryData(benchQuery.queryKey);
  const now = benchNow().getTime();
  const due = [...(bench?.view.clocks ?? []), ...(bench?.view.drying ?? [])].map((w) => Date.parse(w.sure) - now).filter((ms) => ms > 0);
  return Math.max(500, Math.min(minute / 4, ...due.map((ms) => ms + 300)));
}

// Asked behind other tabs too: an alert is for somebody who looks elsewhere.
export const alertsQuery = queryOptions({
  queryKey: ["alerts"],
  queryFn: async () => data(await api.GET("/api/alerts")),
  refetchInterval: untilNext,
  refetchIntervalInBackground: true,
});

export const sittingsQuery = queryOptions({ queryKey: ["sittings"], queryFn: async () => data(await api.GET("/api/sittings")) });

export const unitsQuery = queryOptions({
  queryKey: ["units"],
  queryFn: async () => data(await api.GET("/api/units")),
  refetchInterval: (query) => (query.state.data?.some((u) => u.beingPlanned) ? soon : minute),
});

export const offUnitsQuery = queryOptions({
  queryKey: ["units", "off"],
  queryFn: async () => data(await api.GET("/api/units/off")),
});

export const unitQuery = (id: string) =>
  queryOptions({
    queryKey: ["units", id],
    queryFn: async () => data(await api.GET("/api/units/{id}", { params: { path: { id } } })),
    refetchInterval: minute,
  });

export const gateQuery = (stepId: string) =>
  queryOptions({
    queryKey: ["gate", stepId],
    queryFn: async () => data(await api.GET("/api/gate/{stepId}", { params: { path: { stepId } } })),
    refetchInterval: minute / 2,
  });

/** What a repair costs: asked again whenever the bench or its plan has changed. */
export const priceQuery = (question: Schemas["RepairQuestion"] | null) =>
  queryOptions({
    queryKey: ["price", question],
    queryFn: async () => (question ? data(await api.POST("/api/gate/price", { body: question })) : null),
    enabled: question !== null,
  });

export const askableQuery = queryOptions({ queryKey: ["askable"], queryFn: async () => data(await api.GET("/api/may-i/askable")) });

export interface Asked {
  batchId: string;
  step: Schemas["StepKind"];
  method?: string;
  product?: Schemas["ProductClass"];
  model?: number;
}

export const mayIQuery = (asked: Asked | null) =>
  queryOptions({
    queryKey: ["may-i", asked],
    queryFn: async () => (asked ? data(await api.GET("/api/may-i", { params: { query: { ...asked } } })) : null),
    enabled: asked !== null,
    refetchInterval: minute / 2,
  });

export interface Scope {
  unitId?: string;
  batchId?: string;
}

export const houseQuery = (scope: Scope) =>
  queryOptions({
    queryKey: ["house", scope],
    queryFn: async () => data(await api.GET("/api/house-rules", { params: { query: { ...scope } } })),
  });

export const effectsQuery = (school: string, scope: Scope) =>
  queryOptions({
    queryKey: ["effects", school, scope],
    queryFn: async () => data(await api.GET("/api/house-rules/{school}/effects", { params: { path: { school }, query: { ...scope } } })),
    staleTime: minute,
  });

export const materialKeyQuery = queryOptions({
  queryKey: ["material-key"],
  queryFn: async () => data(await api.GET("/api/material-key")),
  staleTime: Number.POSITIVE_INFINITY,
});

/** Everything is read again: the bench has changed, or a plan is there. A change of a route, or a longer search for a plan, that was
 * asked about is asked about once. A first answer still on its way is not called off by the query client, and may have been made before
 * the change: what waits for one is asked once more when it has come. */
export async function invalidate(): Promise<void> {
  const reads = queryClient
    .getQueryCache()
    .findAll({ predicate: (query) => query.queryKey[0] !== "route-check" && query.queryKey[0] !== "better-plan" });
  const first = reads.filter((query) => query.state.data === undefined && query.state.fetchStatus === "fetching");
  await queryClient.invalidateQueries({ predicate: (query) => reads.includes(query) });
  if (first.length > 0) await queryClient.invalidateQueries({ predicate: (query) => first.includes(query) });
}
