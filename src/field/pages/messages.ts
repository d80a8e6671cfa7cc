/** What a page asks the service worker: to keep these pages, unless they were kept a moment ago. */
export interface KeepPages {
  type: "irradant-keep-pages";
  paths: string[];
  /** Also those that were kept a moment ago: something has changed. */
  anew: boolean;
}

export function isKeepPages(data: unknown): data is KeepPages {
  return typeof data === "object" && data !== null && (data as KeepPages).type === "irradant-keep-pages";
}
