import '@testing-library/jest-dom/jest-globals';
import { configure } from '@testing-library/dom';
import React from 'react';

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

// Nothing is laid out here, and the app's own sheets are not read: what an element says of itself is all there is. jsdom would
// match every rule of the library's sheets for each name that a query asks.
const computed = globalThis.getComputedStyle;
globalThis.getComputedStyle = (element, pseudo) =>
  element.hasAttribute('style') || element.hasAttribute('hidden') ? computed(element, pseudo) : PLAIN;
const PLAIN = computed(globalThis.document.createElement('span'));

// jsdom looks through the whole page for each label's control, and asks every label for each field.
for (const name of ['Input', 'Select', 'TextArea', 'Button', 'Output', 'Meter', 'Progress'])
  Object.defineProperty(globalThis[`HTML${name}Element`].prototype, 'labels', {
    configurable: true,
    get() {
      if (this.type === 'hidden') return null;
      return [...this.ownerDocument.getElementsByTagName('label')].filter((label) =>
        label.htmlFor ? label.htmlFor === this.id : label.contains(this),
      );
    },
  });

// React notes for each element by whom it was made, for its own tools: nobody looks here, and it is a sixth of the time.
const notes = React.__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE;
if (notes) Object.defineProperty(notes, 'recentlyCreatedOwnerStacks', { get: () => Infinity, set() {} });
