import type { ToolFinding } from '../bench';
import { MATTERS } from './methodWords';
import type { Tool } from '../workbook';

export const TOOL_NAMES: Record<Tool['tool'], string> = {
  needleLong: 'long blunt needle',
  needleShort: 'short blunt needle',
  funnel: 'funnel',
  clip: 'clip',
  bagAdapter: 'bag adapter',
  keeper: 'outlet keeper',
  resetter: 'chip resetter',
  torch: 'torch',
  squeezeBottle: 'squeeze bottle',
  dropBottle: 'drop bottle',
  gloves: 'gloves',
  towel: 'towel',
  floatSensor: 'float sensor',
  swab: 'swab for the outlet',
  tape: 'tape for the vent',
};

/** One line of the check before a run, in words. */
export function toolWords(finding: ToolFinding): string {
  switch (finding.code) {
    case 'tool':
      return finding.ok
        ? finding.name!
        : `No ${TOOL_NAMES[finding.tool]} in the workbook: add it in Workbook, or make sure that one lies here.`;
    case 'clipFits':
      return `No clip for a body of ${finding.heightMm} mm: it would leak at the outlet.`;
    case 'syringe':
      if (finding.name === null) return 'No syringe chosen: choose one.';
      return finding.ok
        ? `${finding.name}: ${finding.loads <= 1 ? 'one load' : `${finding.loads} loads`}, ${finding.keepBackMl} ml kept back against foam`
        : `${finding.name} is too small: ${finding.loads} loads. Take a larger one.`;
    case 'scale':
      if (finding.name === null)
        return 'No scale in the workbook: add it, or fill by syringe with its larger doubt.';
      return finding.ok
        ? `${finding.name} carries the full cartridge (${finding.maxG.toFixed(1)} g)`
        : `${finding.name} carries ${finding.capacityG} g, the full cartridge weighs up to ${finding.maxG.toFixed(1)} g.`;
    case 'coarseMarks':
      return `${finding.name}: its marks of ${finding.graduationMl} ml are coarse for a dose of ${finding.doseMl.toFixed(1)} ml. Take a smaller one.`;
    case 'dosesTooLarge':
      return `Your doses add up to ${finding.dosesMl.toFixed(1)} ml, but there is room for ${finding.roomMl.toFixed(1)} ml by the log: give less, or it leaks.`;
    case 'bottle': {
      const which = finding.shade === null ? 'The bottle' : `The bottle for ${finding.shade}`;
      return finding.ok
        ? `${which} holds ${finding.hasMl.toFixed(0)} ml; this and what is queued before it take ${finding.needMl.toFixed(0)} ml`
        : `${which} holds ${finding.hasMl.toFixed(0)} ml, ${finding.needMl.toFixed(0)} ml are needed: have another ready.`;
    }
    case 'noLot':
      return 'The bottle has no lot number: write it down in Inks, colours are compared by lot.';
    case 'construction':
      return finding.ok
        ? `${finding.label}: ${MATTERS[finding.construction]}`
        : 'This method does not suit this construction. Choose another.';
  }
}
