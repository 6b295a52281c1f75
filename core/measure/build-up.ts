/**
 * Coverage after `passes` marks or passes that each add `flow` of what is missing: `opacity·(1 − (1 − flow)^n)`.
 */
export function coverageAfter(passes: number, flow: number, opacity = 1): number {
  let missing = 1;
  for (let i = 0; i < passes; i++) missing *= 1 - flow;
  return opacity * (1 - missing);
}

/** The painters' rule of thumb: passes add up plainly until the ceiling. Common practice, no source. */
export function coverageByThumb(passes: number, flow: number, opacity = 1): number {
  return Math.min(opacity, passes * flow * opacity);
}

/** The least number of passes to this share of the ceiling; Infinity when nothing flows. */
export function passesTo(share: number, flow: number): number {
  if (flow <= 0) return Number.POSITIVE_INFINITY;
  if (flow >= 1) return 1;
  return Math.max(1, Math.ceil(Math.log(1 - share) / Math.log(1 - flow) - 1e-9));
}
