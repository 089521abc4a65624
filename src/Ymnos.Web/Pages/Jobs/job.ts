import { piece } from '../../assets/server';

/** Follows a job and goes where it leads. */
export function job() {
  return {
    $refs: {} as { bar: HTMLProgressElement; says: HTMLElement; cancel?: HTMLElement },
    $root: document.body as HTMLElement,

    init() {
      if (this.$root.dataset.runs) void this.follow();
    },

    async follow() {
      for (;;) {
        await new Promise((resolve) => setTimeout(resolve, 300));
        try {
          const news = JSON.parse(await piece('?handler=Progress')) as { state: string; done: number; total: number; says: string; leads: string };
          this.$refs.bar.max = Math.max(1, news.total);
          this.$refs.bar.value = news.done;
          if (news.state === 'Done') {
            location.href = news.leads;
            return;
          }
          if (news.state !== 'Waiting' && news.state !== 'Running') {
            location.reload();
            return;
          }
          this.$refs.says.textContent = `${news.done.toLocaleString('en')} of ${news.total.toLocaleString('en')}`;
        } catch {
          this.$refs.says.textContent = 'The server does not answer just now; the work goes on when it is back.';
        }
      }
    },
  };
}
