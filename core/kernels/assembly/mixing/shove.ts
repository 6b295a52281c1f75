import { FIRM, firmAt, goingAt, heightAt, LEAST, maskAt, stand, stood } from "./going";
import { coverBare, toneOf } from "./going-colour";
import { Mark } from "../mark";
import { columns, rows } from "./mix";
import { reachShoved, runOverEdges, standShoved } from "./run-over";

// A tip that is dragged through thick paint: what stands above its level is scraped off and goes along, what lies below is
// filled, and what is too much runs over its edge. After Baxter, Wendt and Lin, "IMPaSTo", NPAR 2004, in which paint is a height
// field that brushes exchange with the canvas.

/**
 * Moves the paint under one mark.
 * @param level the height at which it is laid flat, 0…1 @param scrapes the part of what stands above it that is taken off
 * @param fresh the part of what is missing below it that the tip fills with paint of its own @param leaves the part of what goes along
 * that it loses on its way @param x0 @param y0 where it stands @param goesX @param goesY where it goes, of length 1
 * @param way how far it came, px @param passes how often what goes along runs on
 * @param most how high what goes along may be heaped up beside the tip @param area so many px at least are counted under
 * it @returns how high it is heaped up there, as a mean
 */
export function shove(mark: Mark, level: f32, scrapes: f32, fresh: f32, leaves: f32, x0: f32, y0: f32, goesX: f32, goesY: f32, way: f32, passes: i32, most: f32, area: f32): f32 {
  const firstY = max(mark.y, 0);
  const lastY = min(mark.y + mark.height, rows << 6);
  const firstX = max(mark.x, 0);
  const lastX = min(mark.x + mark.width, columns << 6);
  if (firstX >= lastX || firstY >= lastY) return 0;
  toneOf(mark, firstX, firstY, lastX, lastY);
  const flow = <f32>mark.flow * <f32>(1.0 / 32767.0);
  standShoved(x0, y0, goesX, goesY, most);
  let heaped: f32 = 0;
  let firm: f32 = 0;
  for (let y = firstY; y < lastY; y++) {
    const span = mark.spans + ((y - mark.y) << 3);
    const from = max(firstX, mark.x + <i32>load<i16>(span));
    const to = min(lastX, mark.x + <i32>load<i16>(span, 2));
    for (let x = from; x < to; x++) {
      const strength = maskAt(mark, x, y);
      if (strength == 0) continue;
      const m = strength * flow;
      const at = heightAt(x, y);
      const going = goingAt(x, y);
      const now = stood(at);
      const has = load<f32>(going);
      if (strength > FIRM) {
        reachShoved(x, y);
        heaped += has;
        firm++;
      }
      const gap = max(level, firmAt(x, y)) - now;
      let laid: f32 = 0;
      if (gap < 0) {
        // Counted by what is left, so that nothing is lost to rounding.
        stand(at, now + m * scrapes * gap);
        store<f32>(going, has + now - stood(at));
      } else if (gap > 0) {
        const filled = min<f32>(has, m * gap);
        stand(at, now + filled);
        store<f32>(going, max<f32>(0, has - (stood(at) - now)));
        laid = filled;
        if (fresh > 0) stand(at, stood(at) + m * fresh * (gap - filled));
      }
      const lost = load<f32>(going) * m * leaves;
      if (lost > LEAST) {
        const before = stood(at);
        stand(at, before + lost);
        store<f32>(going, max<f32>(0, load<f32>(going) - (stood(at) - before)));
        laid += lost;
      }
      if (laid > LEAST) coverBare(x, y, laid);
    }
  }
  runOverEdges(mark, way, passes);
  return heaped / max(firm, area);
}
