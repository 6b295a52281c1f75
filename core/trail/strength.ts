import { power } from "../numeric/power";

/**
 * The flow of one mark that keeps a stroke's strength whatever its spacing: `1 − (1 − flow)^spacing`, so that marks
 * over one length of the tip add up to `flow`.
 */
export function keptStrength(flow: number, spacing: number): number {
  return 1 - power(1 - flow, spacing);
}
