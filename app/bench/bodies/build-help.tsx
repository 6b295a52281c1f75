import { CircleHelp } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { percent } from "~/measuring/measure-words";
import { type Builds, buildPasses, type Measuring } from "~/measuring/protocol";
import { openPort, unlessDropped } from "~/port/open-port";
import { Popover } from "~/ui/popover";
import { useBench } from "../state/use-bench";

const WIDTH = 340;
const HEIGHT = 96;

const builds = [
  {
    build: "build-up",
    says: "Each mark covers a share of what is still bare: where a stroke crosses itself it is darker, up to its opacity.",
  },
  {
    build: "even",
    says: "The strongest mark counts: where a stroke crosses itself it gets no darker than its marks are. A new stroke adds.",
  },
] as const;

const ways = [
  { way: "within", label: "to and fro in one stroke" },
  { way: "anew", label: "a new stroke each time" },
] as const;

/** Explains both builds where one chooses, with the brush in hand. */
export function BuildHelp() {
  return (
    <Popover
      label="Build-up and even"
      side="top"
      className="w-94"
      trigger={
        <button
          type="button"
          aria-label="What build-up and even do"
          title="What build-up and even do"
          className="grid size-[24px] shrink-0 place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10"
        >
          <CircleHelp aria-hidden size={14} />
        </button>
      }
    >
      <Explained />
    </Popover>
  );
}

function Explained() {
  const brush = useBench((state) => state.brush);
  const colours = useBench(({ settings }) => settings.colours);
  const [shown, setShown] = useState<Builds>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    const port = openPort<Measuring>(
      new Worker(new URL("../../measuring/measure.worker.ts", import.meta.url), { type: "module" }),
    );
    const ratio = window.devicePixelRatio || 1;
    port
      .call("builds", { brush, colours, width: Math.round(WIDTH * ratio), height: Math.round(HEIGHT * ratio) })
      .then(setShown)
      .catch(unlessDropped(setFault));
    return () => port.close();
  }, [brush, colours]);
  const { flow } = brush.paint;
  return (
    <div className="space-y-2.5 text-[13px]">
      {fault && (
        <p role="alert" className="text-danger">
          {fault}
        </p>
      )}
      {builds.map(({ build, says }) => (
        <section key={build} aria-label={build}>
          <h3 className="font-semibold font-serif text-base">{build}</h3>
          <Figure
            picture={shown?.[build].picture}
            label={`${build}: one stroke that crosses itself, and three strokes`}
          />
          <p className="text-soft">{says}</p>
          <table className="mt-1 w-full text-right font-mono text-[12.5px]">
            <thead>
              <tr className="text-soft">
                <th scope="col" className="text-left font-normal font-sans">
                  passes over one line
                </th>
                {buildPasses.map((passes) => (
                  <th key={passes} scope="col" className="font-normal">
                    {passes}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {ways.map(({ way, label }) => (
                <tr key={way}>
                  <th scope="row" className="text-left font-normal font-sans">
                    {label}
                  </th>
                  {buildPasses.map((passes, n) => (
                    <td key={passes}>{shown ? percent(shown[build][way][n]) : "…"}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
      <p className="text-soft">
        Painters reckon that ten passes of 10 % are full. By what each pass leaves bare they are{" "}
        {percent(1 - 0.9 ** 10)}
        {flow < 1 && `; ten marks at this flow are ${percent(1 - (1 - flow) ** 10)}`}.
      </p>
    </div>
  );
}

function Figure({ picture, label }: { readonly picture: ImageBitmap | undefined; readonly label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!picture || picture.width === 0 || !canvas.current) return;
    canvas.current.width = picture.width;
    canvas.current.height = picture.height;
    canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(picture);
  }, [picture]);
  return (
    <div
      className="sheet my-1 overflow-hidden rounded border border-line"
      style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}
    >
      <canvas ref={canvas} role="img" aria-label={label} className="size-full" />
    </div>
  );
}
