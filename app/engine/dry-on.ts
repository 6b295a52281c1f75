import type { Surface } from "@core/surface/surface";

/** For so long at a time what is wet dries on before the hand is looked at again, ms. */
const TURN = 8;

/** Lets what is wet on a surface dry beside whatever else is done, turn by turn, and shows it. @param present what it dries on now, and how that is shown */
export function dryOn(present: () => { readonly surface: Surface; readonly show: () => void } | undefined): void {
  setTimeout(() => {
    const now = present();
    if (!now?.surface.dries) return;
    const begun = performance.now();
    const more = now.surface.goOn(() => performance.now() - begun < TURN);
    now.show();
    if (more) dryOn(present);
  });
}
