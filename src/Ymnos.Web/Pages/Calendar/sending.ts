/** A chooser that sends its form as soon as something else is chosen. */
export function sending() {
  return {
    send(event: Event) {
      const form = (event.target as HTMLSelectElement).form!;
      form.requestSubmit(form.querySelector('button')!);
    },
  };
}
