import { createRootRoute, createRoute, createRouter, Link } from "@tanstack/react-router";
import { z } from "zod";
import { BenchView } from "../bench/BenchView";
import { IntakeView } from "../intake/IntakeView";
import { EveningsView } from "../plan/EveningsView";
import { PlanView } from "../plan/PlanView";
import { UnitsView } from "../units/UnitsView";
import { UnitView } from "../units/UnitView";
import { Shell } from "./Shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NotFound });
const bench = createRoute({ getParentRoute: () => root, path: "/", component: BenchView });
const plan = createRoute({
  getParentRoute: () => root,
  path: "/plan",
  component: PlanView,
  validateSearch: z.object({ unit: z.string().optional(), step: z.string().optional() }),
});
const evenings = createRoute({ getParentRoute: () => root, path: "/plan/evenings", component: EveningsView });
const units = createRoute({ getParentRoute: () => root, path: "/units", component: UnitsView });
const unit = createRoute({
  getParentRoute: () => root,
  path: "/units/$id",
  component: UnitView,
  validateSearch: z.object({ step: z.string().optional() }),
});
const intake = createRoute({ getParentRoute: () => root, path: "/intake", component: IntakeView });

export const router = createRouter({ routeTree: root.addChildren([bench, plan, evenings, units, unit, intake]), defaultPreload: "intent" });

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
