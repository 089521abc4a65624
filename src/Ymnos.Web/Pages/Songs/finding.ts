import { Pieces, settled } from '../../assets/server';

/** The list of songs as somebody types: asks the server for the rows and puts them in place. */
export function finding() {
  const pieces = new Pieces();
  return {
    $refs: {} as { line: HTMLInputElement; rows: HTMLElement; keep?: HTMLInputElement; all?: HTMLInputElement; many: HTMLFormElement },
    failed: false,
    chosen: 0,
    chosenText: '',
    search: () => {},

    init() {
      this.search = settled(90, () => void this.fetch());
      this.count();
    },

    async fetch() {
      const typed = this.$refs.line.value;
      for (const kept of [this.$refs.keep, this.$refs.all]) if (kept) kept.value = typed;
      const address = typed.trim() ? `?q=${encodeURIComponent(typed)}` : location.pathname;
      try {
        const rows = await pieces.fetch(`${location.pathname}?handler=Rows&q=${encodeURIComponent(typed)}`);
        if (rows === undefined) return;
        this.$refs.rows.innerHTML = rows;
        history.replaceState(null, '', address);
        this.failed = false;
        this.count();
      } catch {
        this.failed = true;
      }
    },

    count() {
      this.chosen = this.$refs.rows.querySelectorAll('input[name=songs]:checked').length;
      this.chosenText = this.chosen === 1 ? '1 song chosen' : `${this.chosen} songs chosen`;
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

    /** Arrows walk along the songs, x chooses one. */
    move(event: KeyboardEvent) {
      const links = this.links();
      const at = links.indexOf(document.activeElement as HTMLAnchorElement);
      if (at < 0) return;
      if (event.key === 'x') {
        const box = links[at]?.closest('li')?.querySelector<HTMLInputElement>('input');
        if (box) box.checked = !box.checked;
        this.count();
      }
      const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
      if (!step) return;
      event.preventDefault();
      (links[at + step] ?? (step < 0 ? this.$refs.line : undefined))?.focus();
    },
  };
}
