import { type Blend, blendNames } from "@core/kernels/blend-modes";
import { LAYER_NAME_LENGTH, MOST_LAYERS, MOST_NEW_LAYERS, newLayersIn } from "@core/study/act";
import type { LayerLook } from "@core/study/looks";
import { useMemo, useState } from "react";
import { chooseLayer } from "~/easel/state/study-state";
import { useSession, useStudy } from "~/easel/state/use-study";
import { inSight } from "~/ui/in-sight";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { Tool } from "~/ui/tool";
import { BitmapFigure } from "./bitmap-figure";
import { useProofs } from "./use-proofs";

/** The layers after the printer's progressive proofs: each by itself, and with all below it; the top one first. */
export function Progressives() {
  const session = useSession();
  const looks = useStudy((state) => state.sheet?.looks);
  const chosen = useStudy((state) => state.layer);
  const part = useStudy((state) => state.part);
  const log = useStudy((state) => state.log);
  const spent = useMemo(() => newLayersIn(log) >= MOST_NEW_LAYERS, [log]);
  const proofs = useProofs();
  const layer = looks?.find(({ id }) => id === chosen);
  return (
    <section aria-label="Progressives" className="sheet flex min-h-0 flex-col border border-line shadow-sm">
      <header className="flex items-baseline justify-between px-2.5 pt-1.5">
        <h2 className="font-semibold font-serif text-base">Progressives</h2>
        <Tool
          disabled={!looks || looks.length >= MOST_LAYERS || spent}
          title={
            spent ? `This study has had ${MOST_NEW_LAYERS} new sheets, and gets no more` : "A new sheet above this one"
          }
          onClick={() => session.addLayer()}
        >
          new
        </Tool>
      </header>
      <p className="px-2.5 text-[12.5px] text-soft">each sheet alone · all up to it</p>
      <ol className="min-h-0 flex-1 overflow-y-auto px-1.5 py-1">
        {[...(looks ?? [])].reverse().map((look) => (
          <li
            key={look.id}
            ref={look.id === chosen ? inSight : undefined}
            className={`rounded px-1 py-1 ${look.id === chosen ? "bg-act-wash" : ""}`}
          >
            <button
              type="button"
              aria-pressed={look.id === chosen}
              aria-label={`Paint on ${look.name}`}
              className="grid w-full grid-cols-2 gap-1.5"
              onClick={() => session.store.run(chooseLayer(look.id))}
            >
              <BitmapFigure picture={proofs.get(look.id)?.alone} dim={!look.visible} />
              <BitmapFigure picture={proofs.get(look.id)?.upTo} />
            </button>
            <p className="mt-0.5 flex items-baseline justify-between gap-1 text-[12.5px]">
              <span className={`truncate ${look.id === chosen ? "font-semibold" : ""}`}>{look.name}</span>
              <span className="shrink-0 text-soft">
                {look.id === chosen && part === "mask" ? "on its mask" : lookSays(look)}
              </span>
            </p>
          </li>
        ))}
      </ol>
      {layer && looks && <LayerSettings key={layer.id} layer={layer} order={looks.map(({ id }) => id)} part={part} />}
    </section>
  );
}

function lookSays({ blend, opacity, visible, keepsAlpha, locked }: LayerLook): string {
  if (!visible) return "hidden";
  if (locked) return "locked";
  if (keepsAlpha) return "paint stays inside";
  const how = blend === "source-over" ? "over" : blend.replaceAll("-", " ");
  return opacity < 1 ? `${how} ${Math.round(opacity * 100)} %` : how;
}

interface SettingsProps {
  readonly layer: LayerLook;
  readonly order: readonly number[];
  readonly part: "paint" | "mask";
}

/** What can be said of the layer that is painted on. */
function LayerSettings({ layer, order, part }: SettingsProps) {
  const session = useSession();
  const { id, name, blend, opacity, visible, keepsAlpha, locked } = layer;
  const [shade, setShade] = useState<number>();
  const look = (patch: Partial<Omit<LayerLook, "id">>) => session.act({ kind: "look", layer: id, ...patch });
  const at = order.indexOf(id);
  const move = (by: 1 | -1) => {
    const next = order.filter((other) => other !== id);
    next.splice(at + by, 0, id);
    session.act({ kind: "order", layers: next });
  };
  return (
    <div className="space-y-1 border-line border-t px-2 py-1.5 text-[12.5px]">
      <input
        key={name}
        aria-label="Name of the sheet"
        className={`${box} h-6.5 w-full`}
        maxLength={LAYER_NAME_LENGTH}
        defaultValue={name}
        onBlur={(event) => {
          const words = event.target.value.trim();
          if (words && words !== name) look({ name: words });
          else event.target.value = name;
        }}
      />
      <div className="flex gap-1.5">
        <select
          aria-label="Lies on by"
          className={`${box} h-6.5 min-w-0 flex-1`}
          value={blend}
          onChange={(event) => look({ blend: event.target.value as Blend })}
        >
          {blendNames.map((one) => (
            <option key={one} value={one}>
              {one === "source-over" ? "over" : one.replaceAll("-", " ")}
            </option>
          ))}
        </select>
        <label className="flex w-20 items-center gap-1">
          <span className="sr-only">Opacity of the sheet</span>
          <input
            type="range"
            min={0}
            max={100}
            className="min-w-0 flex-1 accent-act"
            value={Math.round((shade ?? opacity) * 100)}
            aria-valuetext={`${Math.round((shade ?? opacity) * 100)} %`}
            onChange={(event) => setShade(Number(event.target.value) / 100)}
            onPointerUp={() => settle()}
            onKeyUp={() => settle()}
            onBlur={() => settle()}
          />
        </label>
      </div>
      <div className="-mx-1 flex flex-wrap items-center">
        <Tool onClick={() => look({ visible: !visible })}>{visible ? "hide" : "show"}</Tool>
        <Tool disabled={at === order.length - 1} onClick={() => move(1)}>
          higher
        </Tool>
        <Tool disabled={at === 0} onClick={() => move(-1)}>
          lower
        </Tool>
        <Tool
          disabled={order.length === 1}
          title="Take the sheet away, with what is on it"
          onClick={() => session.act({ kind: "remove", layer: id })}
        >
          remove
        </Tool>
      </div>
      <div className="flex items-center gap-1.5">
        strokes on
        <Segments
          label="What of the sheet strokes change"
          name="study-part"
          options={["paint", "mask"] as const}
          value={part}
          onPick={(next) => session.store.run(chooseLayer(id, next))}
        />
      </div>
      <label className="flex h-[24px] items-center gap-1.5">
        <input
          type="checkbox"
          className="size-[18px] accent-act"
          checked={keepsAlpha}
          onChange={(event) => look({ keepsAlpha: event.target.checked })}
        />
        paint stays inside
      </label>
      <label className="flex h-[24px] items-center gap-1.5">
        <input
          type="checkbox"
          className="size-[18px] accent-act"
          checked={locked}
          onChange={(event) => look({ locked: event.target.checked })}
        />
        locked
      </label>
    </div>
  );

  function settle() {
    if (shade !== undefined && shade !== opacity) look({ opacity: shade });
    setShade(undefined);
  }
}
