import { piece } from '../../assets/server';

/** Shows what is in a style's file before it is kept. */
export function bringing() {
  return {
    async look(this: { $refs: Record<string, HTMLElement> }, event: Event) {
      const file = (event.target as HTMLInputElement).files?.[0];
      this.$refs.inHand!.replaceChildren();
      if (!file) return;
      const data = new FormData();
      data.set('file', file);
      try {
        this.$refs.inHand!.innerHTML = await piece('/styles?handler=Look', data);
      } catch {
        this.$refs.inHand!.textContent = 'The file could not be looked into.';
      }
    },
  };
}
