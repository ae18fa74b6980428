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

// A file that is read as a browser reads it.
Blob.prototype.arrayBuffer ??= function () {
  return new Promise((resolve, reject) => {
    const reader = new globalThis.FileReader();
    reader.onload = () => resolve(reader.result);
    reader.onerror = () => reject(reader.error);
    reader.readAsArrayBuffer(this);
  });
};
Blob.prototype.text ??= async function () {
  return new TextDecoder().decode(await this.arrayBuffer());
};

// Nothing is laid out here, and so nothing can be brought into sight.
globalThis.Element.prototype.scrollIntoView ??= () => undefined;
