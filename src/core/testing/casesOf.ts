/** How many cases are tried: a sample in `npm test`, all of them in `npm run deep`. */
export function casesOf({ sample, deep }: { readonly sample: number; readonly deep: number }): number {
  return process.env.VINE_DEEP === undefined ? sample : deep;
}
