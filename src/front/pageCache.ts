import { LRUCache } from "lru-cache";

/** A rendered page, with the mark that its scripts carry. */
export interface KeptPage {
  status: number;
  headers: [string, string | string[]][];
  body: Buffer;
  /** Whether the mark may stand in the body; pictures are sent as they are. */
  isText: boolean;
  nonce: string;
}

/** All kept pages together, bytes. */
const MOST_BYTES = 48_000_000;
/** What a page tells besides the data (the hour, work under way) may be so old. */
const FRESH_MS = 3000;

/**
 * Rendered pages, for as long as the data are as they were: of many who look at the same page at the same time, one has it
 * rendered. Rendering is what a page costs; a station of a case takes some 20 ms of the one thread that serves all.
 */
export class PageCache {
  private readonly pages = new LRUCache<string, KeptPage>({
    maxSize: MOST_BYTES,
    sizeCalculation: ({ body }) => Math.max(1, body.length),
    ttl: FRESH_MS,
  });
  private readonly underWay = new Map<string, Promise<KeptPage | null>>();

  /**
   * The page of a key, rendered at most once at a time.
   * @param key everything that the page hangs on
   * @param render makes it; null where it isn't to be kept, and the caller renders for himself
   */
  async page(key: string, render: () => Promise<KeptPage | null>): Promise<KeptPage | null> {
    const kept = this.pages.get(key);
    if (kept) return kept;
    const running = this.underWay.get(key);
    if (running) return running;
    const made = render().finally(() => this.underWay.delete(key));
    this.underWay.set(key, made);
    const page = await made;
    if (page) this.pages.set(key, page);
    return page;
  }
}
