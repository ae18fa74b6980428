/** Exit codes, documented in docs/format.md. */
export const EXIT = { fine: 0, problems: 1, usage: 2, file: 3 } as const;
