/** How pressing something is, the most pressing first: advice is `fine` where a thing that is due comes `later`. */
export const URGENCY_RANK = { now: 0, soon: 1, fine: 2, later: 2 } as const;
