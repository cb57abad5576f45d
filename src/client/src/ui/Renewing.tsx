interface RenewingProps {
  renewing: boolean;
  planOf: string;
}

/** Says of which moment the plan is while the next one is being made. A plan that is there within a blink says nothing. */
export function Renewing({ renewing, planOf }: RenewingProps) {
  if (!renewing) return null;
  return <p className="late-appearing">{planOf ? `The plan of ${planOf}, being renewed.` : "The plan is being made."}</p>;
}
