import type { ReactNode } from 'react';
import type { PageId } from '../draft';
import type { PageProps } from '../readAnswers';
import { Bodies } from './Bodies';
import { Channels } from './Channels';
import { Chip } from './Chip';
import { Done } from './Done';
import { Inks } from './Inks';
import { Masses } from './Masses';
import { Name } from './Name';
import { NowInside } from './NowInside';
import { Originals } from './Originals';
import { Scale } from './Scale';
import { Sets } from './Sets';

/** One question of setting up: asked on a page of its own, or with all others on one sheet. */
export interface Question {
  readonly id: PageId;
  readonly title: string;
  readonly Page: (props: PageProps) => ReactNode;
}

export const QUESTIONS: readonly Question[] = [
  { id: 'name', title: 'What is the printer called?', Page: Name },
  { id: 'channels', title: 'Which channels has it, in the order of its slots?', Page: Channels },
  { id: 'bodies', title: 'What do its refillable cartridges look like?', Page: Bodies },
  { id: 'masses', title: 'What does one weigh?', Page: Masses },
  { id: 'now', title: 'What is in them now?', Page: NowInside },
  { id: 'sets', title: 'How many sets are there?', Page: Sets },
  { id: 'chip', title: 'How does the printer count, and what do you do about it?', Page: Chip },
  { id: 'scale', title: 'What do you measure with?', Page: Scale },
  { id: 'inks', title: 'Which inks stand on the shelf?', Page: Inks },
  { id: 'originals', title: 'What would originals cost?', Page: Originals },
  { id: 'done', title: 'Is that right?', Page: Done },
];
