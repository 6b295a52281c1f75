import type { Stroke } from "@core/study/act";
import type { answerKinds, NewAnswer } from "@server/answers/repository";
import { type FormEvent, useState } from "react";
import { useSession, useStudy } from "~/easel/state/use-study";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";

interface Props {
  readonly editionId: string;
  /** The file of the brush that is tried, in the edition’s package. */
  readonly file: string;
  readonly studio: string;
  readonly signedIn: boolean;
}

type Kind = (typeof kinds)[number];
const kinds = [
  "works",
  "not with my pen",
  "too slow",
  "a brush is missing",
  "a word",
] as const satisfies typeof answerKinds;

/** A word back to the maker, with the stroke that was drawn last if one likes. */
export function TellMaker({ editionId, file, studio, signedIn }: Props) {
  const session = useSession();
  const [kind, setKind] = useState<Kind>();
  const [says, setSays] = useState("");
  const [guest, setGuest] = useState("");
  const [withStroke, setWithStroke] = useState(true);
  const [answer, setAnswer] = useState<{ readonly told: true } | { readonly fault: string }>();
  const [busy, setBusy] = useState(false);
  // Of the brush that is spoken of: the bars of colour below are nobody’s stroke.
  const stroke = useStudy(({ log, standing, brush }) => {
    const acts = standing.done.map((n) => log[n]);
    return acts.findLast((act): act is Stroke => act.kind === "stroke" && act.brush === brush);
  });

  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (!kind) return;
    setBusy(true);
    const told: NewAnswer = {
      kind,
      says: says.trim(),
      guest: signedIn ? "" : guest.trim(),
      brushFile: kind === "a brush is missing" ? null : file,
      stroke: withStroke && stroke ? strokeOf(stroke, session.inHand().tip.size) : null,
    };
    setAnswer(await tell(editionId, told));
    setBusy(false);
  };
  if (answer && "told" in answer)
    return (
      <p role="status" className="px-3 py-2">
        Told. {studio} reads it on the set’s page.{" "}
        <button
          type="button"
          className="text-act underline underline-offset-4"
          onClick={() => {
            setAnswer(undefined);
            setKind(undefined);
            setSays("");
          }}
        >
          Say something else
        </button>
      </p>
    );
  return (
    <form className="px-3 py-2" onSubmit={(event) => void send(event)}>
      <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <legend className="sr-only">Tell the maker</legend>
        <span className="text-soft">Tell the maker:</span>
        {kinds.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={kind === one}
            className="text-act underline underline-offset-4 aria-pressed:font-semibold aria-pressed:no-underline pointer-coarse:py-2.5"
            onClick={() => setKind(one)}
          >
            {one === "works" ? "this one works" : one === "a word" ? "a word…" : one}
          </button>
        ))}
      </fieldset>
      {kind && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <input
            aria-label="What you would say"
            className={`${box} h-7.5 min-w-40 flex-1`}
            placeholder={kind === "a brush is missing" ? "which brush do you miss?" : "a line about it, if you like"}
            required={kind === "a brush is missing" || kind === "a word"}
            maxLength={500}
            value={says}
            onChange={(event) => setSays(event.target.value)}
          />
          {!signedIn && (
            <input
              aria-label="Your name, if you like"
              className={`${box} h-7.5 w-36`}
              placeholder="your name, if you like"
              maxLength={40}
              value={guest}
              onChange={(event) => setGuest(event.target.value)}
            />
          )}
          {stroke && (
            <label className="flex items-center gap-1.5 text-[13px]">
              <input
                type="checkbox"
                className="size-4 accent-act"
                checked={withStroke}
                onChange={(event) => setWithStroke(event.target.checked)}
              />
              with my last stroke
            </label>
          )}
          <Button type="submit" disabled={busy}>
            Send
          </Button>
        </div>
      )}
      {answer && "fault" in answer && (
        <p role="alert" className="mt-1 text-danger">
          {answer.fault}
        </p>
      )}
    </form>
  );
}

function strokeOf({ values, colour, use, seed, trace }: Stroke, size: number): NonNullable<NewAnswer["stroke"]> {
  return { size: values.size ?? size, colour, use, seed, trace };
}

async function tell(editionId: string, told: NewAnswer): Promise<{ readonly told: true } | { readonly fault: string }> {
  try {
    const answer = await fetch(`/editions/${editionId}/answers`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/json" },
      body: JSON.stringify(told),
    });
    const said = (await answer.json()) as { fault?: string };
    return answer.ok ? { told: true } : { fault: said.fault ?? `the server answered ${answer.status}` };
  } catch {
    return { fault: "It could not be sent: there is no way to the server at this moment. Try again." };
  }
}
