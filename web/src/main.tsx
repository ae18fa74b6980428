import '@fontsource-variable/atkinson-hyperlegible-next';
import './shell/sheet.css';
import { OPEN } from './state/openKey';
import { remember, rememberHere } from './state/remember';
import { makeDemoAhead } from './workers/makeDemoAside';

// What someone new waits for is on its way while the program is still being read.
const isNew = (rememberHere.get(OPEN) ?? remember.get(OPEN)) === null;
if (isNew && !new URLSearchParams(location.search).has('book')) makeDemoAhead(new Date().toISOString());
void import('./app').then(
  ({ begin }) => begin(),
  () =>
    document
      .getElementById('root')!
      .append('A part of the program did not load. Is its server running? Then load this page again.'),
);
