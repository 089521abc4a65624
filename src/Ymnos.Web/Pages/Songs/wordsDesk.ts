import { Pieces, form, piece, settled } from '../../assets/server';

/** The desk where words are pasted or edited: beside the box stands what the server reads from it. */
export function wordsDesk() {
  const pieces = new Pieces();
  return {
    $refs: {} as { text: HTMLTextAreaElement; reading: HTMLElement; split: HTMLInputElement; order: HTMLInputElement },
    $root: document.body,
    failed: false,
    read: () => {},

    init() {
      this.read = settled(200, () => void this.fetch());
      if (this.$refs.text.value) void this.fetch();
    },

    async fetch() {
      try {
        const reading = await pieces.fetch('?handler=Read', form({ text: this.$refs.text.value, split: this.$refs.split.value, order: this.$refs.order.value }));
        if (reading === undefined) return;
        this.$refs.reading.innerHTML = reading;
        this.failed = false;
        this.fillOffers();
      } catch {
        this.failed = true;
      }
    },

    /** What the text offers goes into fields that nobody has filled in. */
    fillOffers() {
      const offers = this.$refs.reading.querySelector<HTMLElement>('[data-offers]');
      if (!offers) return;
      for (const [name, value] of Object.entries(offers.dataset)) {
        if (name === 'offers' || !value) continue;
        const field = this.$root.querySelector<HTMLInputElement>(`[data-field=${name}]`);
        if (!field || (field.value && field.value !== field.dataset.offered)) continue;
        field.value = value;
        field.dataset.offered = value;
      }
    },

    async relabel(event: Event) {
      const box = event.target as HTMLSelectElement;
      if (box.dataset.block === undefined) return;
      const text = await piece('?handler=Relabel', form({
        text: this.$refs.text.value, split: this.$refs.split.value, firstLine: box.dataset.block, mark: box.value,
      }));
      const block = box.dataset.block;
      this.$refs.text.value = text;
      await this.fetch();
      this.$refs.reading.querySelector<HTMLSelectElement>(`select[data-block="${block}"]`)?.focus();
    },

    press(event: Event) {
      const button = (event.target as Element).closest<HTMLButtonElement>('button[data-do]');
      if (button?.dataset.do === 'split') {
        this.$refs.split.value = button.value;
        void this.fetch();
      } else if (button?.dataset.do === 'order') {
        this.$refs.order.value = button.value;
        void this.fetch();
        this.$refs.order.focus();
      }
    },
  };
}
