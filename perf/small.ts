/** Whether all is only run through, small and without figures (`--small`): a benchmark that no test runs is broken by the next change. */
export const isSmall = process.argv.includes("--small");

/** How large something is that is measured, and how large it is where all is only run through. */
export function unlessSmall<T>(whole: T, little: T): T {
  return isSmall ? little : whole;
}
