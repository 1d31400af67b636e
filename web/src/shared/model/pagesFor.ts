/** The pages that hold the entries from `first` to `last`, both counted from 0. */
export function pagesFor(first: number, last: number, size: number): number[] {
  const pages: number[] = [];
  for (let page = Math.floor(first / size); page <= Math.floor(last / size); page++) {
    pages.push(page);
  }
  return pages;
}
