export function serveDemo(): Promise<{
  address: string;
  folder: string;
  start(): Promise<void>;
  kill(): Promise<void>;
  close(): Promise<void>;
}>;
