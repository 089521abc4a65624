// Talks to the page's own server. Every sending carries the antiforgery token of the page.

const token = () => document.querySelector<HTMLMetaElement>('meta[name=ymnos-token]')?.content ?? '';

/** A piece of page from the server, or nothing when a newer request of the same kind has overtaken it. */
export class Pieces {
  private latest: AbortController | undefined;

  async fetch(url: string, form?: FormData): Promise<string | undefined> {
    this.latest?.abort();
    const mine = (this.latest = new AbortController());
    try {
      return await piece(url, form, mine.signal);
    } catch (error) {
      if (mine.signal.aborted) return undefined;
      throw error;
    }
  }
}

export async function piece(url: string, form?: FormData, signal?: AbortSignal): Promise<string> {
  const answer = await fetch(url, {
    method: form ? 'POST' : 'GET',
    body: form,
    signal,
    headers: { 'X-Ymnos-Token': token() },
  });
  if (!answer.ok || answer.redirected) throw new Error(`The server answered ${answer.status}.`);
  return await answer.text();
}

export function form(values: Record<string, string | number>): FormData {
  const data = new FormData();
  for (const [name, value] of Object.entries(values)) data.set(name, String(value));
  return data;
}

/** Runs something once the calls have stopped coming for a while. */
export function settled(milliseconds: number, run: () => void): () => void {
  let timer = 0;
  return () => {
    window.clearTimeout(timer);
    timer = window.setTimeout(run, milliseconds);
  };
}
