import { form, piece } from '../../../assets/server';

/** What becomes of each song of an import; kept at once. */
export function choosing() {
  return {
    async choose(event: Event) {
      const box = event.target as HTMLSelectElement;
      if (!box.dataset.song) return;
      box.removeAttribute('aria-invalid');
      try {
        await piece('?handler=Choose', form({ song: box.dataset.song, choice: box.value }));
      } catch {
        box.setAttribute('aria-invalid', 'true');
      }
    },
  };
}
