/** Over how long a hand's speed is looked at, ms: newer ways count more, by a triangle that has its peak in the middle. */
const WINDOW = 80;
/** What is too young to have a speed has that of its stroke at this age, ms. */
export const SPEED_SETTLES = 20;

/**
 * How fast a pen goes, as a function of the time and the way that it went and of nothing else: not of how often it is
 * read. The way between two readings counts as gone evenly.
 */
export class SpeedMeter {
  private readonly times: number[] = [];
  private readonly ways: number[] = [];
  private begun = 0;
  /** Where the window's oldest reading is. */
  private first = 0;

  /** Takes a reading: ms, never less than the last; px from the start. */
  push(time: number, way: number): void {
    if (this.times.length === 0) this.begun = time;
    this.times.push(time);
    this.ways.push(way);
    if (this.first > 256) {
      this.times.splice(0, this.first);
      this.ways.splice(0, this.first);
      this.first = 0;
    }
  }

  /** px/ms at a time not before that of the last call, and not after the newest reading; 0 where no time has passed. */
  at(time: number): number {
    const { times, ways } = this;
    while (this.first + 1 < times.length && times[this.first + 1] <= time - WINDOW) this.first++;
    let sum = 0;
    for (let i = this.first + 1; i < times.length && times[i - 1] <= time; i++) {
      const lasts = times[i] - times[i - 1];
      const way = ways[i] - ways[i - 1];
      const weight = gone(time - times[i - 1]) - gone(time - times[i]);
      sum += lasts > 0 ? (way / lasts) * weight * WINDOW : way * density(time - times[i]);
    }
    const whole = gone(time - this.begun) * WINDOW;
    return whole > 0 ? sum / whole : 0;
  }
}

/** The weight of all that is younger than so many ms. */
function gone(age: number): number {
  const a = Math.min(1, Math.max(0, age / WINDOW));
  return a < 0.5 ? 2 * a * a : 1 - 2 * (1 - a) * (1 - a);
}

/** As `gone`, its growth, times the window. */
function density(age: number): number {
  const a = Math.min(1, Math.max(0, age / WINDOW));
  return a < 0.5 ? 4 * a : 4 * (1 - a);
}
