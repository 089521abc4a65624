import { Pieces, form, settled } from '../../assets/server';

/** A pasted translation, laid against the sections as it is typed. */
export function laying() {
  const pieces = new Pieces();
  return {
    $refs: {} as { text: HTMLTextAreaElement; laid: HTMLElement; language: HTMLSelectElement },
    lay: () => {},

    init() {
      this.lay = settled(200, () => void this.fetch());
    },

    async fetch() {
      try {
        const laid = await pieces.fetch('?handler=Lay', form({ text: this.$refs.text.value, language: this.$refs.language.value }));
        if (laid !== undefined) this.$refs.laid.innerHTML = laid;
      } catch {
        this.$refs.laid.textContent = 'The server does not answer just now. What you typed is kept.';
      }
    },
  };
}
