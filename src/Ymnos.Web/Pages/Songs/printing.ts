/** A button that prints the page. */
export function printing() {
  return { print: () => window.print() };
}
