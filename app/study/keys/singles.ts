const KEY = "brosse:study-singles";

/** Whether single letters and digits are keys here; they are, unless somebody has switched them off in this browser. */
export function singlesAreKeys(): boolean {
  try {
    return localStorage.getItem(KEY) !== "off";
  } catch {
    return true;
  }
}

export function setSingles(on: boolean): void {
  try {
    if (on) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, "off");
  } catch {
    // A browser that keeps nothing forgets this, too.
  }
}
