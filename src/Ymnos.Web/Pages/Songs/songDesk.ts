import { form, piece } from '../../assets/server';

/** The words of a song, written where they stand. The server does every change and sends the sheet back. */
export function songDesk() {
  let open: HTMLTextAreaElement | undefined;
  let saving: Promise<void> = Promise.resolve();
  return {
    $refs: {} as { words: HTMLElement; saved: HTMLElement; others: HTMLElement },
    $root: document.body as HTMLElement,
    failed: false,

    init() {
      void this.look();
      window.setInterval(() => void this.look(), 6000);
    },

    revision(): string {
      return this.$refs.words.querySelector<HTMLElement>('[data-revision]')?.dataset.revision ?? '0';
    },

    async ask(handler: string, values: Record<string, string>) {
      try {
        this.show(await piece(`?handler=${handler}`, form({ ...values, order: this.$root.dataset.order ?? '', beside: this.$root.dataset.beside ?? '', revision: this.revision() })));
        this.failed = false;
        return true;
      } catch {
        this.failed = true;
        return false;
      }
    },

    show(sheet: string) {
      this.$refs.words.innerHTML = sheet;
      open = undefined;
      const saved = this.$refs.words.querySelector<HTMLElement>('[data-saved]')?.dataset.saved;
      if (saved) this.$refs.saved.textContent = saved;
    },

    /** Says who else is here, and takes in what they saved while nobody writes here. */
    async look() {
      if (document.hidden) return;
      try {
        const news = JSON.parse(await piece('?handler=Others', form({ writes: open?.dataset.place ?? '' }))) as { revision: number; others: string };
        this.$refs.others.textContent = news.others;
        if (!open && String(news.revision) !== this.revision() && !this.$refs.words.querySelector('.clash')) {
          this.show(await piece(`?handler=Words&order=${encodeURIComponent(this.$root.dataset.order ?? '')}&beside=${this.$root.dataset.beside ?? ''}`));
        }
      } catch {
        this.$refs.others.textContent = '';
      }
    },

    write(mark: string, wording: string) {
      const box = this.$refs.words.querySelector<HTMLTextAreaElement>(`textarea[data-text][data-mark="${mark}"][data-wording="${wording}"]`);
      if (!box) return;
      if (open && open !== box) void this.save();
      const body = box.closest('tbody')!;
      for (const row of body.querySelectorAll<HTMLElement>('tr')) row.hidden = !row.classList.contains('writing');
      const still = box.previousElementSibling as HTMLElement;
      box.rows = Math.max(2, ...[...body.querySelectorAll('.writing .still')].map((one) => one.children.length), box.value.split('\n').length) + 1;
      still.hidden = true;
      box.hidden = false;
      open = box;
      box.focus();
    },

    close(box: HTMLTextAreaElement) {
      box.value = box.defaultValue;
      box.hidden = true;
      (box.previousElementSibling as HTMLElement).hidden = false;
      for (const row of box.closest('tbody')!.querySelectorAll<HTMLElement>('tr')) row.hidden = row.classList.contains('writing');
      open = undefined;
    },

    save(): Promise<void> {
      const box = open;
      if (!box) return saving;
      open = undefined;
      if (box.value === box.defaultValue) {
        this.close(box);
        return saving;
      }
      const { mark = '', wording = '' } = box.dataset;
      saving = saving.then(async () => {
        const done = await this.ask('Write', { mark, wording, text: box.value, was: box.defaultValue });
        if (!done) open = box;
      });
      return saving;
    },

    cell(mark: string, wording: string): HTMLElement | null {
      return this.$refs.words.querySelector<HTMLElement>(`[data-cell][data-mark="${mark}"][data-wording="${wording}"] [data-write]`);
    },

    press(event: Event) {
      const target = event.target as HTMLElement;
      const button = target.closest<HTMLButtonElement>('button');
      if (button?.dataset.deed) {
        const { deed = '', mark = '', line = '0', wording = '0' } = button.dataset;
        void this.ask('Arrange', { deed, mark, line, wording }).then(() => this.$refs.words.querySelector<HTMLElement>(`button[data-deed="${deed}"][data-mark="${mark}"][data-line="${line}"]`)?.focus());
        return;
      }
      if (button?.dataset.keep === 'mine') {
        const box = this.$refs.words;
        void this.ask('Write', {
          mark: button.dataset.mark ?? '', wording: button.dataset.wording ?? '',
          text: box.querySelector<HTMLTextAreaElement>('[data-mine]')!.value.replace(/^\n/, ''), was: box.querySelector<HTMLTextAreaElement>('[data-theirs]')!.value.replace(/^\n/, ''),
        });
        return;
      }
      if (button?.dataset.keep === 'theirs') {
        button.closest('.clash')!.remove();
        return;
      }
      if (button && 'undo' in button.dataset) {
        void this.ask('Undo', {});
        return;
      }
      if (target.closest('a, summary, label, select, input, textarea, .menu')) return;
      const cell = target.closest<HTMLElement>('[data-cell]');
      if (cell?.dataset.mark && this.$refs.words.querySelector('[data-write]')) this.write(cell.dataset.mark, cell.dataset.wording ?? '0');
    },

    /** Choices in a section's menu. */
    choose(event: Event) {
      const field = event.target as HTMLSelectElement | HTMLInputElement;
      const { deed = '', mark = '' } = field.dataset;
      if (!deed || (field.type !== 'checkbox' && deed !== 'count' && !field.value)) return;
      void this.ask('Arrange', { deed, mark, line: deed === 'part' ? field.value : '0', to: field.value });
    },

    key(event: KeyboardEvent) {
      const box = event.target as HTMLTextAreaElement;
      if (box.dataset.text === undefined || box !== open) {
        if (event.key === 'Escape') this.$refs.words.querySelectorAll<HTMLDetailsElement>('details[open]').forEach((menu) => (menu.open = false));
        return;
      }
      const { mark = '', wording = '' } = box.dataset;
      if (event.key === 'Escape') {
        this.close(box);
        this.cell(mark, wording)?.focus();
      } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
        event.preventDefault();
        void this.save().then(() => this.cell(mark, wording)?.focus());
      }
    },

    /** Going elsewhere saves. */
    leave(event: FocusEvent) {
      if (event.target === open && !(event.relatedTarget as HTMLElement | null)?.closest?.('[data-text]')) void this.save();
    },
  };
}
