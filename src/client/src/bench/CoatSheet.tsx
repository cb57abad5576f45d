import { api, type Schemas } from "../api/client";
import { act } from "../api/outbox";
import { useWrite } from "../api/write";
import { EndedEarlier } from "../coats/RightCoat";
import { benchNow } from "../ui/clock";
import { lasts, moment } from "../ui/clockface";
import { Key } from "../ui/Key";
import { Sheet } from "../ui/Sheet";
import { KnownOfCoat } from "./KnownOfCoat";

interface CoatSheetProps {
  drying: Schemas["DryingView"] | null;
  now: Date;
  zone: string;
  onClose: () => void;
}

/** A coat: its three times and where they come from, the user's own test, what is known of it. */
export function CoatSheet({ drying, now, zone, onClose }: CoatSheetProps) {
  return (
    <Sheet title={drying ? `${drying.unit}: ${drying.what}` : ""} open={drying !== null} onOpenChange={(open) => open || onClose()}>
      {drying?.coatId ? (
        <CoatBody key={drying.coatId} drying={drying} coatId={drying.coatId} now={now} zone={zone} onClose={onClose} />
      ) : drying ? (
        <HeldBody drying={drying} now={now} zone={zone} />
      ) : null}
    </Sheet>
  );
}

// A binding: nothing dries, no test ends it.
function HeldBody({ drying, now, zone }: { drying: Schemas["DryingView"]; now: Date; zone: string }) {
  return (
    <div className="flex flex-col gap-4">
      <p className="text-note text-ink-2">
        {drying.models} {drying.models === 1 ? "model" : "models"}: leave the {drying.what} on.
      </p>
      <p>
        <span className="digits text-[44px]">{moment(drying.sure, now, zone)}</span>{" "}
        <span className="text-note text-ink-2">
          {drying.safeTo}, {lasts((Date.parse(drying.sure) - now.getTime()) / 60_000)} to go
        </span>
      </p>
      <p className="text-note">Where this comes from: {drying.basis}.</p>
      <NoBell drying={drying} />
    </div>
  );
}

interface CoatBodyProps {
  drying: Schemas["DryingView"];
  coatId: string;
  now: Date;
  zone: string;
  onClose: () => void;
}

function CoatBody({ drying, coatId, now, zone, onClose }: CoatBodyProps) {
  const times = [
    ["early", drying.early, "a test begins to make sense"],
    ["usual", drying.usual, "half of such coats are ready"],
    ["sure", drying.sure, drying.safeTo],
  ] as const;
  const test = (finding: Schemas["Finding"]) => {
    void act("test", { coatId, stage: drying.stage, finding }, benchNow());
    onClose();
  };
  return (
    <div className="flex flex-col gap-4">
      <p className="text-note text-ink-2">
        {drying.models} {drying.models === 1 ? "model" : "models"}, {drying.product?.replaceAll("_", " ")}
        {drying.method ? `, ${drying.method.replaceAll("_", " ")}` : ""}, coat {drying.number}, {drying.film} film. Waiting for:{" "}
        {drying.stage.replaceAll("_", " ")}.
      </p>
      <dl className="grid gap-x-4 gap-y-1 [grid-template-columns:auto_auto_1fr]">
        {times.map(([name, at, words]) => (
          <div key={name} className="contents">
            <dt className="self-baseline">{name}</dt>
            <dd className={`digits self-baseline ${name === "sure" ? "text-[44px]" : "text-[30px]"}`}>{moment(at, now, zone)}</dd>
            <dd className="self-baseline text-note text-ink-2">
              {words}
              {Date.parse(at) > now.getTime() ? `, ${lasts((Date.parse(at) - now.getTime()) / 60_000)} to go` : ""}
            </dd>
          </div>
        ))}
      </dl>
      <p className="text-note">Where this comes from: {drying.basis}.</p>
      {drying.canTest ? (
        <div>
          <h3 className="mb-2 text-body">Touch it where it will not show. How is it?</h3>
          <div className="flex flex-wrap gap-2">
            <Key tone="dark" onClick={() => test("dry_at")}>
              Dry
            </Key>
            <Key onClick={() => test("not_dry_at")}>Still tacky</Key>
          </div>
        </div>
      ) : (
        <p className="text-note text-ink-2">
          {drying.expected
            ? "The work still goes on: times count from the last model."
            : `A test makes no sense before ${moment(drying.early, now, zone)}.`}
        </p>
      )}
      <KnownOfCoat coatId={coatId} film={drying.film} airC={drying.airC} humidityPct={drying.humidityPct} />
      {drying.endedAt ? <EndedEarlier coatId={coatId} endedAt={drying.endedAt} now={now} zone={zone} /> : null}
      <NoBell drying={drying} />
    </div>
  );
}

// The alert of this wait need not come: silenced here, it is silent on every device.
function NoBell({ drying }: { drying: Schemas["DryingView"] }) {
  const silence = useWrite("alerts", (key: string) =>
    api.POST("/api/alerts/{key}/heard", { params: { path: { key }, query: { silenced: true } } }),
  );
  return (
    <p aria-live="polite">
      {silence.isSuccess ? (
        "It will not ring."
      ) : (
        <Key disabled={silence.isPending} onClick={() => silence.mutate(`${drying.coatId ?? drying.stepId}:${drying.stage}`)}>
          {silence.error ? "Not silenced: once more" : "Do not ring for this"}
        </Key>
      )}
    </p>
  );
}
