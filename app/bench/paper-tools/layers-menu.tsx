import { type Blend, blendNames, unwritten } from "@core/kernels/blend-modes";
import { ArrowDown, ArrowUp, Layers, Plus, Trash2 } from "lucide-react";
import { type ReactNode, useId } from "react";
import { MOST_OWN_LAYERS, newOwnLayer, type OwnLayer, type OwnLayers } from "~/engine/own-layers";
import { UNWRITTEN } from "~/formats/unwritten";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { useBench, useBenchShared } from "../state/use-bench";
import { seeLayers, setLayers } from "../state/view-commands";
import { PaperMenu } from "./paper-menu";
import { usePaperFiles } from "./use-paper-files";

const PARTS = ["its paint", "its mask"] as const;
const NAME_LENGTH = 40;

/** The painter's own layers: their order and look, which one takes strokes, and whether these go to its mask. */
export function LayersMenu() {
  const { store, engine } = useBenchShared();
  const state = useBench(({ view }) => view.layers);
  const { save, saveRelief, carry, refused } = usePaperFiles(engine);
  const onLayers = (next: OwnLayers, label: string, key?: string) => store.run(setLayers(next, label, key));
  const choose = (next: OwnLayers) => store.run(seeLayers(next));
  const { layers, on, onMask } = state;
  const chosen = layers.find(({ id }) => id === on) ?? layers[0];
  const place = layers.indexOf(chosen);
  const name = useId();
  const look = (id: number, patch: Partial<OwnLayer>) =>
    onLayers(
      { ...state, layers: layers.map((layer) => (layer.id === id ? { ...layer, ...patch } : layer)) },
      "how a layer looks",
      `look ${id} ${Object.keys(patch).join()}`,
    );
  const move = (by: 1 | -1) => {
    const order = layers.filter((layer) => layer !== chosen);
    order.splice(place + by, 0, chosen);
    onLayers({ ...state, layers: order }, "the order of the layers");
  };
  const add = () => {
    const made = newOwnLayer(Math.max(...layers.map(({ id }) => id)) + 1);
    onLayers({ ...state, layers: layers.toSpliced(place + 1, 0, made), on: made.id, onMask: false }, "a new layer");
  };
  const remove = () => {
    const rest = layers.filter((layer) => layer !== chosen);
    onLayers(
      { ...state, layers: rest, on: rest[Math.max(0, place - 1)].id, onMask: false },
      `taking ${chosen.name} away`,
    );
  };
  return (
    <PaperMenu label="My layers" icon={Layers} title="My layers">
      <table className="w-full text-left">
        <thead className="text-[12px] text-soft">
          <tr>
            <th className="font-normal">Strokes go to</th>
            <th className="w-14 text-center font-normal">Shown</th>
            <th className="w-14 text-center font-normal">Locked</th>
          </tr>
        </thead>
        <tbody>
          {layers.toReversed().map((layer) => (
            <tr key={layer.id} className={layer.id === on ? "bg-act-wash" : ""}>
              <td className="py-0.5">
                <span className="flex items-center gap-2">
                  <input
                    type="radio"
                    name={name}
                    className="ml-1 size-4 accent-act"
                    aria-label={`Strokes go to ${layer.name}`}
                    checked={layer.id === on}
                    onChange={() => choose({ ...state, on: layer.id, onMask: false })}
                  />
                  <input
                    className={`${box} min-w-0 flex-1`}
                    aria-label={`Name of ${layer.name}`}
                    maxLength={NAME_LENGTH}
                    defaultValue={layer.name}
                    onBlur={(event) => {
                      const words = event.target.value.trim();
                      if (words) look(layer.id, { name: words });
                      else event.target.value = layer.name;
                    }}
                  />
                </span>
              </td>
              <Tick
                label={`${layer.name} is shown`}
                checked={layer.visible}
                onChange={(visible) => look(layer.id, { visible })}
              />
              <Tick
                label={`${layer.name} is locked`}
                checked={layer.locked}
                onChange={(locked) => look(layer.id, { locked })}
              />
            </tr>
          ))}
          <tr className="text-soft">
            <td className="py-0.5 pl-7">the proofs</td>
            <Tick
              label="the proofs are shown"
              checked={state.proofsShown}
              onChange={(proofsShown) => choose({ ...state, proofsShown })}
            />
            <td />
          </tr>
        </tbody>
      </table>
      <div className="mt-1.5 flex gap-1">
        <Tool label={`Add a layer above ${chosen.name}`} disabled={layers.length >= MOST_OWN_LAYERS} onPress={add}>
          <Plus aria-hidden size={15} />
        </Tool>
        <Tool label={`Lay ${chosen.name} higher`} disabled={place === layers.length - 1} onPress={() => move(1)}>
          <ArrowUp aria-hidden size={15} />
        </Tool>
        <Tool label={`Lay ${chosen.name} lower`} disabled={place === 0} onPress={() => move(-1)}>
          <ArrowDown aria-hidden size={15} />
        </Tool>
        <Tool label={`Take ${chosen.name} away, with what is on it`} disabled={layers.length === 1} onPress={remove}>
          <Trash2 aria-hidden size={15} />
        </Tool>
      </div>
      <div className="mt-2.5 space-y-2 border-line border-t pt-2.5">
        <label className="flex items-center gap-2">
          <span className="w-24">Lies on by</span>
          <select
            className={`${box} flex-1`}
            value={chosen.blend}
            onChange={(event) => look(chosen.id, { blend: event.target.value as Blend })}
          >
            {blendNames.map((blend) => (
              <option key={blend} value={blend}>
                {blend.replaceAll("-", " ")}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="w-24">Opacity</span>
          <input
            type="range"
            className="flex-1 accent-act"
            aria-label={`Opacity of ${chosen.name}`}
            min={0}
            max={100}
            value={Math.round(chosen.opacity * 100)}
            onChange={(event) => look(chosen.id, { opacity: Number(event.target.value) / 100 })}
          />
          <span className="w-12 text-right tabular-nums">{Math.round(chosen.opacity * 100)} %</span>
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-[18px] accent-act"
            checked={chosen.keepsAlpha}
            onChange={(event) => look(chosen.id, { keepsAlpha: event.target.checked })}
          />
          Paint only where paint is
        </label>
        <div className="flex items-center gap-2">
          <span className="w-24 whitespace-nowrap">Strokes alter</span>
          <Segments
            label="What of the layer strokes change"
            name={`${name}-part`}
            options={PARTS}
            value={PARTS[onMask ? 1 : 0]}
            onPick={(part) => choose({ ...state, onMask: part === PARTS[1] })}
          />
        </div>
        {onMask && (
          <p className="text-[12.5px] text-soft">
            Where you paint the layer is hidden; where you erase it is seen again.
          </p>
        )}
        <div className="flex gap-1.5">
          <Button className="h-7" disabled={chosen.locked} onClick={() => engine.current?.fill("ink")}>
            Fill with ink
          </Button>
          <Button className="h-7" disabled={chosen.locked} onClick={() => engine.current?.fill("nothing")}>
            Empty it
          </Button>
        </div>
        <Button className="h-7" onClick={save}>
          Save the paper in layers (OpenRaster)
        </Button>
        {layers.some(({ blend }) => unwritten.includes(blend)) && (
          <p className="text-[12.5px] text-soft">{UNWRITTEN}</p>
        )}
        <div className="flex items-center gap-1.5">
          <span className="w-24">Thick paint</span>
          <Button className="h-7" onClick={() => saveRelief("heights")}>
            Heights (PNG)
          </Button>
          <Button className="h-7" onClick={() => saveRelief("normals")}>
            Normals (PNG)
          </Button>
        </div>
        <div className="flex gap-1.5">
          <Button className="h-7" onClick={() => carry("tip")}>
            Take to the tip desk
          </Button>
          <Button className="h-7" onClick={() => carry("grain")}>
            To the grain desk
          </Button>
        </div>
        {refused && (
          <p role="alert" className="text-danger">
            Not saved: {refused}.
          </p>
        )}
      </div>
    </PaperMenu>
  );
}

function Tick({ label, checked, onChange }: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
    <td className="text-center">
      <input
        type="checkbox"
        aria-label={label}
        className="size-[18px] accent-act align-middle"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
    </td>
  );
}

function Tool({
  label,
  disabled,
  onPress,
  children,
}: {
  label: string;
  disabled: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <Button className="h-7 px-1.5" aria-label={label} title={label} disabled={disabled} onClick={onPress}>
      {children}
    </Button>
  );
}
