export function fingerprint(paths: string[]): string;
