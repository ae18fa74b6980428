import type { Lesson, Outcome } from '../advice';

const ml = (value: number): string => `${value.toFixed(1)} ml`;

/** How a fill went, and what to do otherwise the next time. */
export function outcomeWords({ weighed, lessons }: Outcome): readonly string[] {
  if (lessons.length > 0) return lessons.map(lessonWords);
  return [
    weighed
      ? 'As planned: it ended within the tolerance of its target.'
      : 'It was not weighed afterwards: where it ended is reckoned.',
  ];
}

function lessonWords({ code, ml: of }: Lesson): string {
  switch (code) {
    case 'scaleSaysMore':
      return `By the scale ${ml(of)} more went in than was noted: measure this ink’s density, and go by the scale.`;
    case 'scaleSaysLess':
      return `By the scale ${ml(of)} less went in than was noted: look for air in the syringe, or a drop that ran off; measure this ink’s density.`;
    case 'over':
      return `It ended ${ml(of)} over its target: give the last of it by drops on the scale.`;
    case 'short':
      return `It ended ${ml(of)} short of its target: the next fill takes that too.`;
    case 'lostAtRest':
      return `It lost ${ml(of)} while it rested: look at outlet, seal and plug before it goes in.`;
    case 'spilt':
      return `${ml(of)} were spilt.`;
    case 'binned':
      return `${ml(of)} of leftover went to the bin: draw up no more than the plan says.`;
  }
}
