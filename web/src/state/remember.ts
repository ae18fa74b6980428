interface Remembered {
  readonly get: (key: string) => string | null;
  readonly set: (key: string, value: string) => void;
  readonly drop: (key: string) => void;
}

/** A browser that refuses its storage, even to be asked for it, only forgets. */
const inStorage = (storage: () => Storage): Remembered => ({
  get(key) {
    try {
      return storage().getItem(key);
    } catch {
      return null;
    }
  },
  set(key, value) {
    try {
      storage().setItem(key, value);
    } catch {
      // Not kept, but in force.
    }
  },
  drop(key) {
    try {
      storage().removeItem(key);
    } catch {
      // It was not kept.
    }
  },
});

/** Small choices kept in the browser where it lets us. */
export const remember = inStorage(() => localStorage);

/** The same for this tab alone, as long as it is open. */
export const rememberHere = inStorage(() => sessionStorage);
