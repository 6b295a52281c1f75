import { type CheckedSet, checks, type Mend, preflight, type Told, type Waiver, waiverOf } from "@core/preflight";
import { useDeferredValue, useId, useMemo, useState } from "react";
import { Link } from "react-router";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import type { Looked } from "./use-looking";

interface Props {
  readonly set: CheckedSet;
  readonly looked: Looked;
  readonly waivers: readonly Waiver[];
  readonly onMend: (mend: Mend) => void;
  readonly onWaivers: (waivers: Waiver[]) => void;
}

/** The most findings that are seen at once, gravest first. */
const SHOWN = 12;
const colours = { block: "bg-danger", warning: "bg-chance", hint: "border border-edge" } as const;

/** What stops the set from going out, what should be looked at, what could be better. */
export function PreflightCard({ set, looked, waivers, onMend, onWaivers }: Props) {
  const [all, setAll] = useState(false);
  const names = new Map(set.members.map(({ id, brush }) => [id, brush.name]));
  // Whoever types waits for nothing: what is found follows a moment later.
  const settled = useDeferredValue(set);
  const found = useMemo(() => preflight(settled), [settled]);
  const waived = found.filter((told) => waiverOf(told, waivers));
  const open = found.filter((told) => !waiverOf(told, waivers));
  const count = (gravity: Told["gravity"]) => open.filter((told) => told.gravity === gravity).length;
  const passed = checks.filter(({ name }) => !found.some(({ check }) => check === name)).length;
  const shown = all ? open : open.slice(0, SHOWN);
  const near = looked.pairs.map(({ a, b, apart }) => ({ a, b, apart }));
  return (
    <section aria-labelledby="preflight" className="sheet border border-line">
      <div className="flex items-baseline justify-between border-line border-b px-4 py-2">
        <h2 id="preflight" className="font-semibold font-serif text-base">
          Preflight
        </h2>
        <p role="status" className="font-mono text-[12.5px] text-soft">
          {looked.left > 0
            ? `looking… ${looked.left} to go`
            : `${count("block")} stop it · ${count("warning")} to look at · ${count("hint")} hints`}
        </p>
      </div>
      <ul className="divide-y divide-line">
        {shown.map((told) => (
          <FindingLine
            key={`${told.check} ${told.id} ${told.says}`}
            told={told}
            name={told.id === undefined ? undefined : names.get(told.id)}
            onMend={onMend}
            onWaive={(why) => onWaivers([...waivers, { check: told.check, id: told.id ?? null, why }])}
          />
        ))}
        {near.map(({ a, b, apart }) => (
          <li key={`${a} ${b}`} className="flex items-start gap-3 px-4 py-2">
            <Dot gravity="hint" />
            <p className="min-w-0 flex-1 text-[13.5px]">
              {names.get(a)} and {names.get(b)} are nearly alike
              <span className="block text-[12.5px] text-soft">mean ΔE {apart.toFixed(1)} over five proofs</span>
            </p>
            <Button asChild className="h-7">
              <Link to={`/compare?id=${a}&id=${b}`}>Compare</Link>
            </Button>
          </li>
        ))}
        {waived.map((told) => {
          const waiver = waiverOf(told, waivers);
          return (
            <li key={`${told.check} ${told.id} waived`} className="flex items-start gap-3 px-4 py-2 text-soft">
              <Dot gravity="hint" />
              <p className="min-w-0 flex-1 text-[13px]">
                <span className="line-through">
                  {told.id && `${names.get(told.id)}: `}
                  {told.says}
                </span>{" "}
                Left so: {waiver?.why}
              </p>
              <Button kind="quiet" className="h-7 px-1" onClick={() => onWaivers(waivers.filter((w) => w !== waiver))}>
                Look at it again
              </Button>
            </li>
          );
        })}
      </ul>
      <p className="px-4 py-2 text-[13px] text-soft">
        {open.length > SHOWN && (
          <Button kind="quiet" className="mr-2 h-6 px-0 underline" onClick={() => setAll(!all)}>
            {all ? "Show fewer" : `Show all ${open.length}`}
          </Button>
        )}
        {passed} of {checks.length} checks passed
      </p>
    </section>
  );
}

function Dot({ gravity }: { readonly gravity: Told["gravity"] }) {
  return <span aria-hidden className={`mt-1.5 size-2 shrink-0 rounded-full ${colours[gravity]}`} />;
}

const called = { block: "Stops it", warning: "To look at", hint: "Hint" } as const;

function FindingLine({
  told,
  name,
  onMend,
  onWaive,
}: {
  readonly told: Told;
  readonly name: string | undefined;
  readonly onMend: (mend: Mend) => void;
  readonly onWaive: (why: string) => void;
}) {
  const { gravity, says, id, mend } = told;
  const [waives, setWaives] = useState(false);
  const [why, setWhy] = useState("");
  const field = useId();
  return (
    <li className="px-4 py-2">
      <div className="flex items-start gap-3">
        <Dot gravity={gravity} />
        <p className="min-w-0 flex-1 text-[13.5px]">
          <span className="sr-only">{called[gravity]}: </span>
          {name && (
            <Link to={`/bench/${id}`} className="font-medium underline-offset-2 hover:underline">
              {name}
            </Link>
          )}
          {name && ": "}
          {says}
        </p>
        {mend && (
          <Button className="h-auto min-h-7 max-w-44 whitespace-normal py-0.5 text-[13px]" onClick={() => onMend(mend)}>
            {mend.label}
          </Button>
        )}
        {gravity === "warning" && !waives && (
          <Button kind="quiet" className="h-7 px-1 text-[13px]" onClick={() => setWaives(true)}>
            Leave it so…
          </Button>
        )}
      </div>
      {waives && (
        <form
          className="mt-1.5 flex gap-2 pl-5"
          onSubmit={(event) => {
            event.preventDefault();
            if (why.trim()) onWaive(why.trim());
          }}
        >
          <label htmlFor={field} className="sr-only">
            Why it may stay so
          </label>
          <input
            id={field}
            className={`${box} h-7 min-w-0 flex-1`}
            placeholder="why it may stay so"
            maxLength={300}
            value={why}
            onChange={(event) => setWhy(event.target.value)}
          />
          <Button type="submit" className="h-7" disabled={!why.trim()}>
            Leave it so
          </Button>
        </form>
      )}
    </li>
  );
}
