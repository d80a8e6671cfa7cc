export function serveDemo(): Promise<{
  address: string;
  folder: string;
  /** @param options with `healthy` false any answer will do, a failure too */
  start(options?: { healthy?: boolean }): Promise<void>;
  kill(): Promise<void>;
  close(): Promise<void>;
}>;
