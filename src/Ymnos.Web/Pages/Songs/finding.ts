import { Pieces, settled } from '../../assets/server';

/** The list of songs as somebody types: asks the server for the rows and puts them in place. */
export function finding() {
  const pieces = new Pieces();
  return {
    $refs: {} as { line: HTMLInputElement; rows: HTMLElement },
    failed: false,
    search: () => {},

    init() {
      this.search = settled(90, () => void this.fetch());
    },

    async fetch() {
      const typed = this.$refs.line.value;
      const address = typed.trim() ? `?q=${encodeURIComponent(typed)}` : location.pathname;
      try {
        const rows = await pieces.fetch(`${location.pathname}?handler=Rows&q=${encodeURIComponent(typed)}`);
        if (rows === undefined) return;
        this.$refs.rows.innerHTML = rows;
        history.replaceState(null, '', address);
        this.failed = false;
      } catch {
        this.failed = true;
      }
    },

    links(): HTMLAnchorElement[] {
      return [...this.$refs.rows.querySelectorAll<HTMLAnchorElement>('a[data-song]')];
    },

    down() {
      this.links()[0]?.focus();
    },

    open() {
      this.links()[0]?.click();
    },

    move(event: KeyboardEvent) {
      const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
      const links = this.links();
      const at = links.indexOf(document.activeElement as HTMLAnchorElement);
      if (!step || at < 0) return;
      event.preventDefault();
      (links[at + step] ?? (step < 0 ? this.$refs.line : undefined))?.focus();
    },
  };
}
