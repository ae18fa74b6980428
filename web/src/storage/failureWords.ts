/** What went wrong with the browser's storage, and what to do; never a bare name. */
export function failureWords(error: unknown): string {
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  const said = error instanceof Error ? error.message : String(error);
  switch (name) {
    case 'QuotaExceededError':
      return 'the disk, or this browser’s share of it, is full. Free some space, then try again; what you typed is still here';
    case 'InvalidStateError':
    case 'TransactionInactiveError':
      return 'the browser closed its database, most likely for a newer version in another tab. Reload this page; what was said to be saved is safe';
    case 'VersionError':
      return 'a newer version of the program has been here. Reload the page to get it';
    case 'SecurityError':
    case 'NotAllowedError':
      return 'this browser does not let the page store anything (a private window, or a setting). Allow it, or export before you close the page';
    case 'AbortError':
      return 'the browser broke the writing off, often for want of space. Free some, then try again';
    default:
      return said === '' ? 'the browser gave no reason. Reload the page and try again' : said;
  }
}
