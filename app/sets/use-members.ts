import { brushText } from "@core/brush";
import type { Mend } from "@core/preflight";
import type { ShelfRow } from "@server/shelf/find";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";

/** The rows of a set's brushes: those that came with the page, those that were added, and newer ones that take their place. */
export function useMembers(given: readonly ShelfRow[], ids: readonly string[]) {
  const [more, setMore] = useState<ReadonlyMap<string, ShelfRow>>(new Map());
  const byId = useMemo(() => {
    const all = new Map<string, ShelfRow>(given.map((row) => [row.id, row]));
    for (const [id, row] of more) if ((all.get(id)?.revision ?? 0) <= row.revision) all.set(id, row);
    return all;
  }, [given, more]);
  const rowOf = useCallback((id: string) => byId.get(id), [byId]);
  const admit = useCallback(
    (rows: readonly ShelfRow[]) =>
      setMore((before) => new Map([...before, ...rows.map((row): [string, ShelfRow] => [row.id, row])])),
    [],
  );
  const fetchRows = useCallback(
    async (wanted: readonly string[]) => {
      const response = await fetch(`/shelf/rows.json?${wanted.map((id) => `id=${id}`).join("&")}`).catch(
        () => undefined,
      );
      if (!response?.ok) return undefined;
      const { rows } = (await response.json()) as { rows: ShelfRow[] };
      admit(rows);
      return rows;
    },
    [admit],
  );
  // A draft may name brushes that the page does not have.
  const missing = ids.filter((id) => !byId.has(id)).join(" ");
  const asked = useRef("");
  const [lost, setLost] = useState<ReadonlySet<string>>(new Set());
  useEffect(() => {
    if (!missing || asked.current === missing) return;
    asked.current = missing;
    const wanted = missing.split(" ");
    void fetchRows(wanted).then((rows) => {
      if (rows) setLost(new Set(wanted.filter((id) => !rows.some((row) => row.id === id))));
    });
  }, [missing, fetchRows]);
  const isLost = useCallback((id: string) => lost.has(id) && !byId.has(id), [lost, byId]);
  // What was not measured is asked again until it is.
  const unmeasured = ids.filter((id) => byId.get(id) && !byId.get(id)?.judgement).join(" ");
  useEffect(() => {
    if (!unmeasured) return;
    const timer = setInterval(() => void fetchRows(unmeasured.split(" ")), 2000);
    return () => clearInterval(timer);
  }, [unmeasured, fetchRows]);

  /** Makes a brush another one, as its next revision. */
  const saveBrush = async ({ id, brush, label }: Extract<Mend, { kind: "brush" }>): Promise<string | undefined> => {
    const row = byId.get(id);
    if (!row) return "The brush is not there any more.";
    const response = await fetch(`/bench/${id}.data`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ act: "save", from: row.revision, brush, note: `preflight: ${label}`.slice(0, 200) }),
    }).catch(() => undefined);
    if (!response?.ok) return "The brush could not be saved; try again.";
    const [now] = (await fetchRows([id])) ?? [];
    // It may have been changed meanwhile, by another page: then this step was refused.
    return now && brushText(now.brush) !== brushText(brush) ? "The brush was changed meanwhile; try again." : undefined;
  };
  return { rowOf, isLost, admit, saveBrush };
}
