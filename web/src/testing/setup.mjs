import '@testing-library/jest-dom/jest-globals';
import { configure } from '@testing-library/dom';

// A busy machine draws slowly; a hung test still ends.
configure({ asyncUtilTimeout: 5000 });

// Nothing scrolls here: what is far down stays undrawn, and is seen to in the real browser.
globalThis.IntersectionObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
