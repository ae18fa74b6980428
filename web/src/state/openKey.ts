/** Which workbook was open last, in this tab before all; the demo for someone new. */
export const OPEN = 'hiraeth-open';
