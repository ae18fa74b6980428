/** `npm run schema`: writes docs/workbook.schema.json from the Zod schema, so that the two never part. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { workbookJsonSchema } from '@hiraeth/core/workbook';

mkdirSync('docs', { recursive: true });
writeFileSync('docs/workbook.schema.json', `${JSON.stringify(workbookJsonSchema(), null, 2)}\n`);
