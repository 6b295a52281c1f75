/** Prints a step; the answer is printed behind it when the step is done, with its seconds when it took long. */
export async function step(what, work) {
  process.stdout.write(`· ${what} …`);
  const begun = Date.now();
  const dots = setInterval(() => process.stdout.write("."), 5000);
  try {
    const answer = await work();
    const seconds = (Date.now() - begun) / 1000;
    process.stdout.write(
      ` ${typeof answer === "string" ? answer : "done"}${seconds > 2 ? ` (${seconds.toFixed(0)} s)` : ""}\n`,
    );
    return answer;
  } catch (error) {
    process.stdout.write(" failed\n");
    throw error;
  } finally {
    clearInterval(dots);
  }
}

/** Prints steps that are done beside one another as one. @param works pairs of what is done, and what does it @returns their answers */
export function steps(...works) {
  return step(works.map(([what]) => what).join(", "), () => Promise.all(works.map(([, work]) => work())));
}

/** Something the person at the keyboard has to do; printed without a stack. */
export class Advice extends Error {}

/** Runs a script's main function and turns errors into an exit code. */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    console.error(error instanceof Advice ? `\n${error.message}` : error);
    process.exit(1);
  }
}
