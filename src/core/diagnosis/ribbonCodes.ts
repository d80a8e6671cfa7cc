/** Codes of a ribbon cell's second byte beyond 0 to 250, which is the ratio in hundredths. */
export const RIBBON = { missing: 254, night: 255, most: 250 } as const;
