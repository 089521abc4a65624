// The line to the server that booths and screens hold.
import { HubConnection, HubConnectionBuilder, HubConnectionState, HttpTransportType, LogLevel } from '@microsoft/signalr';

export interface News {
  step: number;
  curtain: string;
  fadeMilliseconds: number;
  version: number;
  show: string;
}

/** Opens the line and keeps it open: tries again for as long as it takes, sooner at first. */
export class Line {
  readonly hub: HubConnection;
  private version = -1;

  constructor(query: string, private readonly heard: (news: News) => void, private readonly state: (connected: boolean) => void) {
    this.hub = new HubConnectionBuilder()
      .withUrl(`/live${query}`, { transport: HttpTransportType.WebSockets | HttpTransportType.LongPolling })
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: ({ previousRetryCount }) => Math.min(250 * (previousRetryCount + 1), 2000) })
      .withKeepAliveInterval(5000)
      .withServerTimeout(15000)
      .configureLogging(LogLevel.None)
      .build();
    this.hub.on('moved', (news: News) => this.take(news));
    this.hub.onreconnecting(() => this.state(false));
    this.hub.onreconnected(() => void this.ask());
  }

  async open(): Promise<void> {
    for (;;) {
      try {
        await this.hub.start();
        await this.ask();
        return;
      } catch {
        this.state(false);
        await new Promise((resolve) => window.setTimeout(resolve, 1000));
      }
    }
  }

  get isOpen(): boolean {
    return this.hub.state === HubConnectionState.Connected;
  }

  private async ask(): Promise<void> {
    const news = await this.hub.invoke<News | null>('Now');
    if (news) this.take(news);
    this.state(true);
  }

  private take(news: News): void {
    if (news.version < this.version) return;
    this.version = news.version;
    this.heard(news);
  }
}
