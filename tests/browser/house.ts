// The application for a test: started from the build, on a database of its own, with the demo in it.
import { test as base, type Browser, type BrowserContext, type BrowserContextOptions, type Page } from '@playwright/test';
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:net';
import { app, furnished } from './furnished';

async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as { port: number };
  server.close();
  await once(server, 'close');
  return port;
}

/** Whoever has come to a house in this test. Pages that stay open after it would go on asking for their server. */
const visitors: BrowserContext[] = [];

export class House {
  private web: ChildProcess | undefined;
  private constructor(readonly url: string, private readonly port: number, private readonly connection: string) {}

  static async open(): Promise<House> {
    const port = await freePort();
    const house = new House(`http://127.0.0.1:${port}`, port, await furnished());
    await house.start();
    return house;
  }

  async start(): Promise<void> {
    const web = spawn('dotnet', ['Ymnos.Web.dll', '--urls', `http://127.0.0.1:${this.port}`], {
      cwd: app,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: {
        ...process.env,
        ConnectionStrings__Ymnos: this.connection,
        SignIn__AttemptsPerMinute: '10000',
        ASPNETCORE_ENVIRONMENT: 'Production',
      },
    });
    this.web = web;
    const deadline = Date.now() + 120_000;
    while (!(await fetch(`${this.url}/health`).then((answer) => answer.ok, () => false))) {
      if (web.exitCode !== null || Date.now() > deadline) throw new Error('The application did not start.');
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  async stop(): Promise<void> {
    if (!this.web || this.web.exitCode !== null) return;
    const gone = once(this.web, 'exit');
    this.web.kill('SIGKILL');
    await gone;
  }

  /** A browser of somebody's own, signed in. */
  async signedIn(browser: Browser, name: string, more: BrowserContextOptions = {}): Promise<Page> {
    const page = await (await this.visitor(browser, more)).newPage();
    await page.goto('/sign-in');
    await page.getByLabel('Name').fill(name);
    await page.getByLabel('Password').fill('lantern-over-water');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL('/');
    return page;
  }

  async visitor(browser: Browser, more: BrowserContextOptions = {}): Promise<BrowserContext> {
    const visitor = await browser.newContext({ baseURL: this.url, viewport: { width: 1280, height: 800 }, ...more });
    visitors.push(visitor);
    return visitor;
  }

  /** Opens the booth of the demo's first sitting, and a screen that is let in by it. */
  async boothAndScreen(browser: Browser): Promise<{ booth: Page; screen: Page }> {
    const booth = await this.signedIn(browser, 'tobias');
    await booth.getByRole('link', { name: 'Open booth' }).first().click();
    await booth.waitForURL(/booth/);
    return { booth, screen: await this.screenFor(browser, booth) };
  }

  async screenFor(browser: Browser, booth: Page): Promise<Page> {
    const screen = await (await this.visitor(browser)).newPage();
    await screen.goto('/screen');
    const code = await screen.locator('#code').innerText();
    await booth.getByLabel(/^Code that/).fill(code);
    await booth.getByRole('button', { name: 'Let it in' }).click();
    await screen.locator('#stage[data-show]').waitFor();
    await booth.getByText(/in step/).waitFor();
    return screen;
  }
}

/** One application for each worker; tests that change the same things open a house of their own. */
export const test = base.extend<{ tidy: void }, { house: House }>({
  tidy: [
    async ({}, use) => {
      await use();
      await Promise.all(visitors.splice(0).map((visitor) => visitor.close()));
    },
    { auto: true },
  ],
  house: [
    async ({}, use) => {
      const house = await House.open();
      await use(house);
      await house.stop();
    },
    { scope: 'worker', timeout: 240_000 },
  ],
});

export { expect } from '@playwright/test';

/** The words that a screen shows, row by row; what is fading out does not count. */
export const rowsOn = (screen: Page) => screen.locator('#leaves .leaf:not(.leaving) .slide-words text');
