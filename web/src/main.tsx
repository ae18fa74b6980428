import '@fontsource-variable/atkinson-hyperlegible-next';
import './shell/sheet.css';
import { lastOpened } from './state/openKey';
import { makeDemoAhead } from './workers/makeDemoAside';

// What someone new waits for is on its way while the program is still being read.
if (lastOpened().which === null) makeDemoAhead(new Date().toISOString());
void import('./app').then(
  ({ begin }) => begin(),
  () =>
    document
      .getElementById('root')!
      .append('A part of the program did not load. Is its server running? Then load this page again.'),
);
