import { hexToRgb } from "@core/colour/srgb";
import { writeOra } from "@core/formats/ora/write";
import { reliefPng } from "@core/formats/png/relief-png";
import { pictureOfSheet } from "@core/formats/study/stages";
import type { StudySheet } from "@core/study/sheet";
import type { ReliefMap } from "~/engine/protocol";
import type { WindowView } from "../window/window-view";
import { writePng } from "./write-canvas";

/** What of a study is taken out of the page, each as a file; what dries has dried in it. */
export class PicturesOut {
  constructor(
    private readonly sheet: StudySheet,
    private readonly paper: string,
    private readonly view: WindowView,
  ) {}

  /** All layers as OpenRaster; its merged picture is lit as the window is. @throws FormatError where there is nothing, or a blend mode has no name there */
  layered(): Uint8Array {
    return writeOra(this.dried(), hexToRgb(this.paper), this.view.light ?? undefined);
  }

  /** How high the paint stands, or which way it faces, as a PNG. */
  relief(map: ReliefMap): Uint8Array {
    return reliefPng(this.dried(), map);
  }

  /** The whole picture without light on its thick paint, as a PNG. */
  flat(): Uint8Array {
    this.dried();
    return pictureOfSheet(this.sheet, this.paper, undefined, null);
  }

  /** The whole picture as it is seen, as a PNG, made smaller where a side would be longer. */
  async seen(longest: number): Promise<Uint8Array<ArrayBuffer>> {
    this.dried();
    this.view.show();
    return writePng(this.view.small(longest));
  }

  private dried() {
    const { surface } = this.sheet;
    surface.settle();
    return surface;
  }
}
