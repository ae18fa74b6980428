import { z } from 'zod';
import { workbookSchema } from './schema';

/**
 * The workbook file's JSON Schema (draft 2020-12), generated from the Zod schema that reads it: what a program that writes
 * such a file must hold to. Fields with a default may be left out.
 */
export function workbookJsonSchema(): object {
  return {
    $id: 'hiraeth-workbook',
    title: 'Hiraeth workbook, *.hiraeth.json',
    ...z.toJSONSchema(workbookSchema, { io: 'input', reused: 'ref' }),
  };
}
