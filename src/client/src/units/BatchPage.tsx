import { type UseQueryOptions, useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { type Schemas, wordsOf } from "../api/client";
import { unitQuery } from "../api/queries";
import { Loading } from "../ui/Loading";

interface BatchPageProps<T, K extends readonly unknown[]> {
  unitId: string;
  /** The batch that is meant; the unit's first where none is named. */
  batchId: string | undefined;
  /** What is said while it is awaited. */
  text: string;
  query: (batch: string | null) => UseQueryOptions<T | null, Error, T | null, K>;
  children: (unit: Schemas["UnitView"], batch: Schemas["BatchView"], data: T) => ReactNode;
}

/** A page about one batch of a unit: it waits for the unit and for what the page reads of the batch. */
export function BatchPage<T, K extends readonly unknown[]>({ unitId, batchId, text, query, children }: BatchPageProps<T, K>) {
  const unit = useQuery(unitQuery(unitId));
  const batch = unit.data?.batches.find((b) => b.id === batchId) ?? unit.data?.batches[0];
  const read = useQuery(query(batch?.id ?? null));
  const error = unit.error ?? read.error;
  if (unit.data && batch && read.data) return children(unit.data, batch, read.data);
  return (
    <Loading
      error={error ? wordsOf(error) : null}
      text={text}
      again={() => {
        void unit.refetch();
        void read.refetch();
      }}
    />
  );
}
