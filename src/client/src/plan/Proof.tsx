import { api, type Schemas, wordsOf } from "../api/client";
import { useWrite } from "../api/write";
import { Renewing } from "../ui/Renewing";
import { Sheet } from "../ui/Sheet";
import { SecondPlan } from "./SecondPlan";

// As high as a finger, without pushing the lines apart.
const link = "-my-3 inline-flex min-h-12 items-center pl-2 strong text-ink underline";

/** How good the plan is, proven; what moved and why; and a better one that only the person can choose. One act goes back. */
export function Proof({ plan }: { plan: Schemas["PlanView"] }) {
  const shift = plan.shift && plan.shift.steps > 0 ? plan.shift : null;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 text-note text-ink-2 md:px-10" role="status">
      {plan.bettering ? (
        <p className="late-appearing">A better plan is being looked for.</p>
      ) : (
        <Renewing renewing={plan.renewing} planOf={plan.madeAtText} />
      )}
      {plan.proof.words ? (
        <p>
          Proven: {plan.proof.words}.
          <Sheet
            title="How good this plan is"
            opener={
              <button type="button" className={`${link} print:hidden`}>
                The proof
              </button>
            }
          >
            <p>By what is proven {plan.proof.detail}.</p>
            <p className="mt-2 text-note text-ink-2">
              The plan's value is {plan.proof.value.toLocaleString("en-GB")}, weighted minutes; no plan has one under{" "}
              {plan.proof.bound.toLocaleString("en-GB")}.
            </p>
          </Sheet>
        </p>
      ) : null}
      {shift ? <Moved shift={shift} /> : null}
      {plan.canGoBack ? <Shown path="/api/plan/back" madeAt={plan.madeAt} value={plan.proof.value} words="Take the plan before" /> : null}
      {plan.offer ? <Offered offer={plan.offer} /> : null}
    </div>
  );
}

function Moved({ shift }: { shift: Schemas["PlanShift"] }) {
  const { causes = [], farthest = [] } = shift;
  const why = causes[0] ? ` because ${causes[0]}` : "";
  const words = shift.steps === 1 ? "1 step moved" : `${shift.steps} steps moved`;
  return (
    <p data-moved={shift.steps}>
      {words}
      {why}
      {shift.promises.length > 0 ? "." : "; no promise changed."}
      {shift.promises.length + farthest.length > 0 ? (
        <Sheet
          title="What moved"
          opener={
            <button type="button" className={`${link} print:hidden`}>
              What moved
            </button>
          }
        >
          <p>
            {words}
            {causes.length > 0 ? ` because ${causes.join(", ")}` : ""}.
          </p>
          <Lines title="Promises" lines={shift.promises} />
          <Lines title="The steps that moved farthest" lines={farthest} />
        </Sheet>
      ) : null}
    </p>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  return lines.length > 0 ? (
    <>
      <h3 className="mt-4 text-[19px]">{title}</h3>
      <ul>
        {lines.map((line) => (
          <li key={line} className="mt-1">
            {line}
          </li>
        ))}
      </ul>
    </>
  ) : null;
}

function Offered({ offer }: { offer: Schemas["OfferedPlan"] }) {
  return (
    <p className="print:hidden" data-offered={offer.value}>
      A better plan {offer.second.summary}.
      <Sheet
        title="A better plan, yours to choose"
        opener={
          <button type="button" className={link}>
            Look at it
          </button>
        }
      >
        <SecondPlan view={offer.second} />
      </Sheet>
      <Shown path="/api/plan/better" madeAt={offer.madeAt} value={offer.value} words="Take that plan" />
    </p>
  );
}

interface ShownProps {
  path: "/api/plan/better" | "/api/plan/back";
  madeAt: string;
  value: number;
  words: string;
}

// Acts on the plan that was shown: sent twice it is done once.
function Shown({ path, madeAt, value, words }: ShownProps) {
  const act = useWrite("plan", (plan: { madeAt: string; value: number }) => api.POST(path, { body: plan }));
  return (
    <>
      <button type="button" className={`${link} print:hidden`} disabled={act.isPending} onClick={() => act.mutate({ madeAt, value })}>
        {words}
      </button>
      {act.error ? <span role="alert">{wordsOf(act.error)}</span> : null}
    </>
  );
}
