/** The marks of a sung order, dragged into another order; the typed line follows. */
export function chips() {
  let taken: HTMLElement | undefined;
  return {
    $refs: {} as { chips: HTMLElement },
    $root: document.body as HTMLElement,

    take(event: DragEvent) {
      taken = (event.target as HTMLElement).closest<HTMLElement>('.chip') ?? undefined;
      event.dataTransfer?.setData('text/plain', taken?.textContent ?? '');
    },

    over(event: DragEvent) {
      for (const chip of this.$refs.chips.children) chip.classList.toggle('over', chip === (event.target as HTMLElement).closest('.chip'));
    },

    drop(event: DragEvent) {
      if (!taken) return;
      this.$refs.chips.insertBefore(taken, (event.target as HTMLElement).closest('.chip'));
      for (const chip of this.$refs.chips.children) chip.classList.remove('over');
      this.$root.querySelector<HTMLInputElement>('[data-field=order]')!.value = [...this.$refs.chips.querySelectorAll('.chip')].map((chip) => chip.textContent).join(' ');
    },

    pick() {
      this.$root.querySelector<HTMLInputElement>('[data-field=order]')?.focus();
    },
  };
}
