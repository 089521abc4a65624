import { Pieces, form, piece, settled } from '../../assets/server';

/**
 * The order of service: one line to type into adds anything, lines move by keyboard and by dragging, and what was taken
 * out can be put back. The server keeps the order and sends it back after every change.
 */
export function order() {
  const pieces = new Pieces();
  const queue: (() => Promise<void>)[] = [];
  let working = false;
  let dragged = '';
  return {
    $refs: {} as { order: HTMLElement; line: HTMLInputElement; offers: HTMLElement },
    selected: '',
    removed: '',
    failed: '',
    offered: false,
    suggest: () => {},

    init() {
      this.suggest = settled(90, () => void this.fetchOffers());
    },

    rows(): HTMLElement[] {
      return [...this.$refs.order.querySelectorAll<HTMLElement>('[data-line]')];
    },

    focusRow(id: string) {
      const row = this.$refs.order.querySelector<HTMLElement>(`[data-line="${id}"]`);
      row?.focus();
      if (row) this.select(id);
    },

    select(id: string) {
      this.selected = id;
      for (const row of this.rows()) {
        if (row.dataset.line === id) row.setAttribute('aria-current', 'true');
        else row.removeAttribute('aria-current');
      }
    },

    /** Changes go to the server one after the other, in the order they were made. */
    async inTurn(change: () => Promise<void>) {
      queue.push(async () => {
        try {
          await change();
        } catch {
          this.failed = 'That did not reach the server, and nothing was changed. Try again, or load the page anew.';
        }
      });
      if (working) return;
      working = true;
      for (let next = queue.shift(); next; next = queue.shift()) await next();
      working = false;
    },

    async change(handler: string, values: Record<string, string | number>) {
      this.$refs.order.innerHTML = await piece(`?handler=${handler}`, form(values));
      this.failed = '';
    },

    send(handler: string, values: Record<string, string | number>, then: () => void) {
      void this.inTurn(async () => {
        await this.change(handler, values);
        then();
      });
    },

    focusin(event: FocusEvent) {
      const id = (event.target as HTMLElement).closest<HTMLElement>('[data-line]')?.dataset.line;
      if (id) this.select(id);
    },

    keys(event: KeyboardEvent) {
      const row = event.target as HTMLElement;
      const id = row.dataset.line;
      if (!id) return;
      const rows = this.rows();
      const at = rows.indexOf(row);
      const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
      if (step && event.altKey) {
        event.preventDefault();
        if (rows[at + step]) this.send('Move', { line: id, to: at + step }, () => this.focusRow(id));
      } else if (step) {
        event.preventDefault();
        rows[at + step]?.focus();
      } else if (event.key === 'Delete') {
        event.preventDefault();
        this.remove(id);
      } else if (event.key === 'Enter') {
        event.preventDefault();
        this.$refs.line.focus();
      }
    },

    click(event: MouseEvent) {
      const button = (event.target as Element).closest<HTMLButtonElement>('button[data-remove]');
      if (button) this.remove(button.dataset.remove!);
    },

    remove(id: string) {
      const at = this.rows().findIndex((row) => row.dataset.line === id);
      this.send('Remove', { line: id }, () => {
        this.removed = id;
        const next = this.rows()[at] ?? this.rows().at(-1);
        if (next) this.focusRow(next.dataset.line!);
      });
    },

    putBack() {
      const id = this.removed;
      if (!id) return;
      this.removed = '';
      this.send('PutBack', { line: id }, () => this.focusRow(id));
    },

    undoKey(event: KeyboardEvent) {
      if (!this.removed || (event.target as Element).matches('input, textarea')) return;
      event.preventDefault();
      this.putBack();
    },

    // Dragging: the row follows the pointer between the others; the server hears of it when it is let go.
    dragstart(event: DragEvent) {
      const row = (event.target as Element).closest<HTMLElement>('[data-line]');
      if (!row) return;
      dragged = row.dataset.line!;
      event.dataTransfer!.effectAllowed = 'move';
      event.dataTransfer!.setData('text/plain', row.innerText);
    },

    dragover(event: DragEvent) {
      const over = (event.target as Element).closest<HTMLElement>('[data-line]');
      const row = this.$refs.order.querySelector<HTMLElement>(`[data-line="${dragged}"]`);
      if (!dragged || !row) return;
      event.preventDefault();
      if (!over || over === row) return;
      const box = over.getBoundingClientRect();
      over.parentElement!.insertBefore(row, event.clientY < box.top + box.height / 2 ? over : over.nextSibling);
    },

    drop(event: DragEvent) {
      if (!dragged) return;
      event.preventDefault();
      const id = dragged;
      dragged = '';
      const to = this.rows().findIndex((row) => row.dataset.line === id);
      this.send('Move', { line: id, to }, () => this.focusRow(id));
    },

    dragend() {
      dragged = '';
    },

    // The line to type into.
    async fetchOffers() {
      const typed = this.$refs.line.value;
      if (!typed.trim()) return this.close();
      try {
        const offers = await pieces.fetch(offersFor(typed));
        if (offers === undefined || this.$refs.line.value !== typed) return;
        this.$refs.offers.innerHTML = offers;
        this.offered = true;
        this.choose(0);
      } catch {
        this.failed = 'The library does not answer just now. What you typed is kept.';
      }
    },

    options(): HTMLElement[] {
      return optionsIn(this.$refs.offers);
    },

    chosen(): number {
      return this.options().findIndex((option) => option.getAttribute('aria-selected') === 'true');
    },

    choose(index: number) {
      const options = this.options();
      options.forEach((option, i) => option.setAttribute('aria-selected', String(i === index)));
      this.$refs.line.setAttribute('aria-activedescendant', options[index]?.id ?? '');
    },

    close() {
      this.offered = false;
      this.$refs.offers.innerHTML = '';
      this.$refs.line.removeAttribute('aria-activedescendant');
    },

    lineKeys(event: KeyboardEvent) {
      const options = this.options();
      if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
        event.preventDefault();
        if (options.length) this.choose((this.chosen() + (event.key === 'ArrowDown' ? 1 : options.length - 1)) % options.length);
      } else if (event.key === 'Enter') {
        event.preventDefault();
        const offered = this.$refs.offers.querySelector<HTMLElement>('[data-typed]')?.dataset.typed;
        this.add(offered === this.$refs.line.value ? options[this.chosen()] : undefined);
      } else if (event.key === 'Escape') {
        this.close();
      }
    },

    pick(event: MouseEvent) {
      const option = (event.target as Element).closest<HTMLElement>('[role=option]');
      if (option) this.add(option);
    },

    /**
     * Adds what was chosen, or the first thing that the line can become when it was typed faster than the offers came.
     * The line is free for the next one at once; what could not be added stands in it again.
     */
    add(option: HTMLElement | undefined) {
      const typed = this.$refs.line.value;
      if (!typed.trim()) return;
      this.$refs.line.value = '';
      this.$refs.line.focus();
      this.close();
      void this.inTurn(async () => {
        let added: HTMLElement | undefined;
        try {
          const chosen = option ?? optionsIn(parsed(await piece(offersFor(typed))))[0];
          if (!chosen) return;
          const { kind = '', song = '' } = chosen.dataset;
          const before = new Set(this.rows().map((row) => row.dataset.line));
          await this.change('Add', { kind, song, typed, after: this.selected });
          added = this.rows().find((row) => !before.has(row.dataset.line));
          if (added) this.select(added.dataset.line!);
        } finally {
          if (!added) this.$refs.line.value = [typed, this.$refs.line.value].filter(Boolean).join(' · ');
        }
      });
    },
  };
}

const offersFor = (typed: string) => `?handler=Offers&typed=${encodeURIComponent(typed)}`;

const optionsIn = (offers: ParentNode) => [...offers.querySelectorAll<HTMLElement>('[role=option]')];

function parsed(html: string): DocumentFragment {
  const template = document.createElement('template');
  template.innerHTML = html;
  return template.content;
}
