import { createRootRoute, createRoute, createRouter, Link, lazyRouteComponent } from "@tanstack/react-router";
import { BenchView } from "../bench/BenchView";
import { Shell } from "./Shell";

/** The texts of an address by these names; what else stands there is left out. */
function texts<Name extends string>(...names: Name[]) {
  return (search: Record<string, unknown>) =>
    Object.fromEntries(names.flatMap((n) => (typeof search[n] === "string" ? [[n, search[n]]] : []))) as { [N in Name]?: string };
}

const root = createRootRoute({ component: Shell, notFoundComponent: NotFound });
const bench = createRoute({ getParentRoute: () => root, path: "/", component: BenchView });
const plan = createRoute({
  getParentRoute: () => root,
  path: "/plan",
  component: lazyRouteComponent(() => import("../plan/PlanView"), "PlanView"),
  validateSearch: texts("unit", "step"),
});
const evenings = createRoute({
  getParentRoute: () => root,
  path: "/plan/evenings",
  component: lazyRouteComponent(() => import("../evenings/EveningsView"), "EveningsView"),
});
const whatIf = createRoute({
  getParentRoute: () => root,
  path: "/plan/what-if",
  component: lazyRouteComponent(() => import("../plan/WhatIfView"), "WhatIfView"),
});
const units = createRoute({
  getParentRoute: () => root,
  path: "/units",
  component: lazyRouteComponent(() => import("../units/UnitsView"), "UnitsView"),
});
const unit = createRoute({
  getParentRoute: () => root,
  path: "/units/$id",
  component: lazyRouteComponent(() => import("../units/UnitView"), "UnitView"),
  validateSearch: texts("step"),
});
const painting = createRoute({
  getParentRoute: () => root,
  path: "/units/$id/painting",
  component: lazyRouteComponent(() => import("../painting/PaintingView"), "PaintingView"),
  validateSearch: texts("batch"),
});
const pieces = createRoute({
  getParentRoute: () => root,
  path: "/units/$id/pieces",
  component: lazyRouteComponent(() => import("../pieces/PiecesView"), "PiecesView"),
  validateSearch: texts("batch"),
});
const soak = createRoute({
  getParentRoute: () => root,
  path: "/soak/$stepId",
  component: lazyRouteComponent(() => import("../soak/SoakView"), "SoakView"),
});
const primer = createRoute({
  getParentRoute: () => root,
  path: "/units/$id/primer",
  component: lazyRouteComponent(() => import("../primer/PrimerView"), "PrimerView"),
  validateSearch: texts("batch"),
});
const gaps = createRoute({
  getParentRoute: () => root,
  path: "/units/$id/gaps",
  component: lazyRouteComponent(() => import("../gaps/GapsView"), "GapsView"),
  validateSearch: texts("batch"),
});
const intake = createRoute({
  getParentRoute: () => root,
  path: "/intake",
  component: lazyRouteComponent(() => import("../intake/IntakeView"), "IntakeView"),
});

const coats = createRoute({
  getParentRoute: () => root,
  path: "/coats",
  component: lazyRouteComponent(() => import("../coats/CoatsView"), "CoatsView"),
});

const air = createRoute({
  getParentRoute: () => root,
  path: "/coats/air",
  component: lazyRouteComponent(() => import("../air/AirPage"), "AirPage"),
});

const house = createRoute({
  getParentRoute: () => root,
  path: "/house",
  component: lazyRouteComponent(() => import("../house/HouseView"), "HouseView"),
  validateSearch: texts("unit", "batch", "point"),
});

const gate = createRoute({
  getParentRoute: () => root,
  path: "/gate/$stepId",
  component: lazyRouteComponent(() => import("../gate/GateView"), "GateView"),
  validateSearch: texts("model"),
});

export const router = createRouter({
  routeTree: root.addChildren([
    bench,
    plan,
    evenings,
    whatIf,
    units,
    unit,
    painting,
    pieces,
    gaps,
    primer,
    intake,
    coats,
    air,
    house,
    gate,
    soak,
  ]),
  defaultPreload: "intent",
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}

function NotFound() {
  return (
    <main id="screen" tabIndex={-1} className="px-4 md:px-10">
      <h1 className="text-main">There is nothing at this address</h1>
      <Link to="/" className="mt-4 inline-flex min-h-12 items-center rounded-key border-[3px] border-ink px-5 strong">
        Go to the bench
      </Link>
    </main>
  );
}
