import type { Entity, EntityOf, Tool } from '../workbook';

type NewId = (kind: string) => string;

/** A scale as its maker states it; it repeats a weight within one and a half of its steps. */
export const newScale = (
  name: string,
  capacityG: number,
  resolutionG: number,
  newId: NewId,
): EntityOf<'scale'> => ({
  entity: 'scale',
  id: newId('scale'),
  name,
  capacityG,
  resolutionG,
  repeatabilityG: 1.5 * resolutionG,
});

/** A syringe of a size: its marks are a twentieth apart, and some air stays behind the ink. */
export const newSyringe = (capacityMl: number, newId: NewId): EntityOf<'syringe'> => ({
  entity: 'syringe',
  id: newId('syringe'),
  name: `Syringe ${capacityMl} ml`,
  capacityMl,
  graduationMl: capacityMl / 20,
  keepBackMl: Math.min(0.7, 0.1 * capacityMl),
  family: '',
});

/** One of a sort of tool, of which nothing was measured yet. */
export const newTool = (tool: Tool['tool'], name: string, newId: NewId): Tool => ({
  entity: 'tool',
  id: newId('tool'),
  name,
  tool,
  fitsHeightMm: null,
  squeezeMl: null,
  count: 1,
});

/** A paper, or a kind of picture, of which only the name is known. */
export const newPaper = (name: string, newId: NewId): EntityOf<'paper'> => ({
  entity: 'paper',
  id: newId('paper'),
  name,
  brightener: 'unknown',
});
export const newSubject = (name: string, newId: NewId): EntityOf<'subject'> => ({
  entity: 'subject',
  id: newId('subject'),
  name,
});

/** What can be added by a press, beside tools: with the usual figures, to be corrected at once. */
const USUAL = {
  scale: (newId: NewId): Entity => newScale('Scale', 200, 0.01, newId),
  syringe: (newId: NewId): Entity => newSyringe(10, newId),
  subject: (newId: NewId): Entity => newSubject('Another kind of picture', newId),
  paper: (newId: NewId): Entity => newPaper('Another paper', newId),
  jobRule: (newId: NewId): Entity => ({
    entity: 'jobRule',
    id: newId('rule'),
    name: 'Rule for jobs',
    queue: '',
    title: '*test page*',
    printerId: null,
    subjectId: null,
    paperId: null,
    ignore: true,
  }),
};
export type UsualThing = keyof typeof USUAL;

/** A new one of a sort, as it is added. */
export const newThing = (what: UsualThing, newId: NewId): Entity => USUAL[what](newId);
