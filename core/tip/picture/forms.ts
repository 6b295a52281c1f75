import type { Kernels } from "../../kernels/load";
import { ONE } from "../../kernels/memory/q15";
import type { Picture, Pictures } from "../../picture/picture";
import { drawnSide, drawShape } from "../shape/draw-shape";
import type { DrawnShape, ImageShape, Shape } from "../shape/shape";
import { Levels } from "./mip-levels";
import { readPicture } from "./read-picture";

/** A tip names a picture that was not given. */
export class MissingPicture extends Error {
  override name = "MissingPicture";
}

/** One tip's form, as it is sampled: a drawn shape at some hardness, or a picture. */
export interface Form {
  /** From 1; 0 is the ellipse, which is drawn and not sampled. */
  readonly number: number;
  readonly levels: Levels;
  /** Half the sides, the longer of which is 1. */
  readonly halfWidth: number;
  readonly halfHeight: number;
}

/** The most forms that are kept, and the most bytes of them. */
const MOST_FORMS = 120;
const MOST_BYTES = 512 << 20;

const identities = new WeakMap<Picture, number>();
let identified = 0;

/** The same number for the same picture object, whatever its path. */
function identity(picture: Picture): number {
  const present = identities.get(picture) ?? ++identified;
  identities.set(picture, present);
  return present;
}

/** Keeps the forms that tips are sampled from. */
export class Forms {
  /** Called before forms are dropped for want of room. */
  beforeDrop: () => void = () => undefined;
  private readonly forms: Form[] = [];
  private readonly numbers = new Map<string, number>();
  private bytes = 0;
  private last:
    | {
        readonly shape: Shape;
        readonly side: number;
        readonly hard: number;
        readonly open: number;
        readonly form: Form;
      }
    | undefined;
  private lastPicture:
    | { readonly shape: Shape; readonly pictures: Pictures; readonly forms: (Form | undefined)[] }
    | undefined;

  constructor(private readonly kernels: Kernels) {}

  /** A drawn shape at this size; drawn in steps of hardness and of how far bristles are pressed open. */
  drawn(shape: DrawnShape, size: number, hardness: number, opened: number): Form {
    const side = drawnSide(size);
    const hard = Math.round(hardness * 64) / 64;
    const open = shape.kind === "bristles" ? Math.round(opened * 12) / 12 : 1;
    const { last } = this;
    if (last?.shape === shape && last.side === side && last.hard === hard && last.open === open) return last.form;
    const form = this.keep(`${side} ${hard} ${open} ${JSON.stringify(shape)}`, () => {
      const strengths = drawShape(shape, side, hard, open);
      return { width: side, height: side, planes: [wholeNumbers(strengths)] };
    });
    this.last = { shape, side, hard, open, form };
    return form;
  }

  /**
   * One picture of a tip.
   * @throws MissingPicture naming the path
   */
  picture(shape: ImageShape, pictures: Pictures, n: number): Form {
    if (this.lastPicture?.shape !== shape || this.lastPicture.pictures !== pictures)
      this.lastPicture = { shape, pictures, forms: [] };
    const { forms } = this.lastPicture;
    const known = forms[n];
    if (known) return known;
    const { file, map } = shape.pictures[n];
    const picture = given(pictures, file);
    const mapPicture = map && shape.colour === "lightness" ? given(pictures, map) : undefined;
    const key = `picture ${identity(picture)} ${mapPicture ? identity(mapPicture) : 0} ${shape.coverage} ${shape.colour}`;
    const form = this.keep(key, () => readPicture(picture, mapPicture, shape));
    // Keeping it may have dropped all others.
    if (this.lastPicture?.forms === forms) forms[n] = form;
    return form;
  }

  private keep(key: string, make: () => Levels["sheet"]): Form {
    const number = this.numbers.get(key);
    if (number !== undefined) return this.forms[number - 1];
    const sheet = make();
    const bytes = sheet.width * sheet.height * sheet.planes.length * 4;
    if (this.forms.length >= MOST_FORMS || this.bytes + bytes > MOST_BYTES) this.drop();
    const longer = Math.max(sheet.width, sheet.height);
    const form = {
      number: this.forms.length + 1,
      levels: new Levels(this.kernels, sheet),
      halfWidth: sheet.width / longer,
      halfHeight: sheet.height / longer,
    };
    this.forms.push(form);
    this.numbers.set(key, form.number);
    this.bytes += bytes;
    return form;
  }

  private drop(): void {
    this.beforeDrop();
    for (const { levels } of this.forms) levels.release();
    this.forms.length = 0;
    this.numbers.clear();
    this.bytes = 0;
    this.last = undefined;
    this.lastPicture = undefined;
  }
}

/** Strengths 0…1 as Q15. */
function wholeNumbers(strengths: Float32Array): Uint16Array {
  const out = new Uint16Array(strengths.length);
  for (let i = 0; i < out.length; i++) out[i] = strengths[i] * ONE + 0.5;
  return out;
}

function given(pictures: Pictures, path: string): Picture {
  const picture = pictures.get(path);
  if (!picture) throw new MissingPicture(`${path}: the tip's picture is not there`);
  return picture;
}
