/** Scrolls a list so that one of its lines is seen; the page stays where it is. */
export function inSight(line: HTMLElement | null): void {
  line?.scrollIntoView({ block: "nearest", inline: "nearest" });
}
