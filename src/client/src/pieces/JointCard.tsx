import type { Schemas } from "../api/client";
import { capital } from "../ui/capital";
import { JointDrawing, length } from "./JointDrawing";

/** A part at its joint: what holds it, whether glue alone bears a knock, and the pin where it does not. */
export function JointCard({ kit, part }: { kit: Schemas["KitView"]; part: Schemas["KitPartView"] }) {
  const at = kit.parts.indexOf(part);
  const joint = kit.joints.find((j) => j.part === at);
  return (
    <section
      aria-label={capital(part.name)}
      className="flex min-w-0 flex-col gap-2 border-t-[3px] border-rule pt-3 lg:border-l-[3px] lg:border-t-0 lg:pl-8 lg:pt-0"
    >
      <h2 className="text-lead">
        {capital(part.name)}
        {joint ? `: ${joint.statics.headline.toLowerCase()}` : ""}{" "}
        {joint ? <span className="text-note font-normal text-ink-2">to scale</span> : null}
      </h2>
      {joint ? (
        <>
          <JointDrawing statics={joint.statics} part={part.name} material={part.material} carrier={kit.parts[joint.other]?.name ?? ""} />
          {joint.statics.pin ? <PinLine pin={joint.statics.pin} /> : null}
          <p>{joint.statics.text}</p>
          {joint.statics.rejected ? <p className="text-note text-ink-2">Other rods: {joint.statics.rejected}.</p> : null}
          <p>
            {joint.glue}: {joint.hold}.
          </p>
          <p className="text-note text-ink-2">
            {joint.statics.isSaid
              ? "By the weight and lever you gave; strengths are good to a factor of two."
              : "Weight and lever by rule of thumb, good to a factor of two. Say “9 g, 14 mm” in its line to narrow it."}
          </p>
        </>
      ) : (
        <p>It carries the others.</p>
      )}
      {part.isApart ? <p>Held apart until it is painted{part.reason ? `: ${part.reason}` : ""}.</p> : null}
      {part.remarks.length > 0 ? <p className="strong">{capital(part.remarks.join(", "))}.</p> : null}
    </section>
  );
}

function PinLine({ pin }: { pin: Schemas["KitPinView"] }) {
  return (
    <p className="strong text-hand">
      Rod {length(pin.rodMm)}, {length(pin.holeMm + pin.otherHoleMm)} long; drill {length(pin.drillMm)}, {length(pin.otherHoleMm)} into what
      carries it, {length(pin.holeMm)} into it; {length(pin.wallMm)} of wall stays.
    </p>
  );
}
