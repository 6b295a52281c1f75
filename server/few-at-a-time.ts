/**
 * What some work makes of each of a list, in its order, a few at a time: a list may be long, and what waits holds memory.
 * @param most how many at one time
 */
export async function fewAtATime<A, B>(
  list: readonly A[],
  most: number,
  work: (one: A, n: number) => Promise<B>,
): Promise<B[]> {
  const made = new Array<B>(list.length);
  let next = 0;
  const worker = async () => {
    for (let n = next++; n < list.length; n = next++) made[n] = await work(list[n], n);
  };
  await Promise.all(Array.from({ length: Math.min(most, list.length) }, worker));
  return made;
}
