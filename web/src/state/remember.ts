/** Small choices kept in the browser where it lets us; a browser that refuses only forgets them. */
export const remember = {
  get(key: string): string | null {
    try {
      return localStorage.getItem(key);
    } catch {
      return null;
    }
  },
  set(key: string, value: string): void {
    try {
      localStorage.setItem(key, value);
    } catch {
      // Not kept, but in force.
    }
  },
  drop(key: string): void {
    try {
      localStorage.removeItem(key);
    } catch {
      // It was not kept.
    }
  },
};
