// The page's types of all that the server says and takes: `npm run types` writes src/openapi.d.ts from openapi.json, with the
// documents that travel in it as their published schemas (docs/*.schema.json) have them.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import openapiTS, { astToString } from 'openapi-typescript';

const at = (path) => new URL(path, import.meta.url);
const read = (path) => JSON.parse(readFileSync(at(path), 'utf8'));

/** Where documents travel: a schema of the contract, its member, and the document. */
const documents = [
  ['StudyView', 'study', 'Study'],
  ['BriefingView', 'document', 'Briefing'],
];

/** The text of src/openapi.d.ts. */
export async function apiTypes() {
  const contract = read('openapi.json');
  const { schemas } = contract.components;
  schemas.Study = read('../docs/study.schema.json');
  schemas.Briefing = read('../docs/briefing.schema.json');
  schemas.Preparation = read('../docs/prepare.schema.json');
  for (const [view, member, document] of documents) schemas[view].properties[member] = { $ref: `#/components/schemas/${document}` };
  // What has a default may be left out of a document.
  return `// Written by npm run types.\n\n${astToString(await openapiTS(contract, { defaultNonNullable: false }))}`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(at('src/openapi.d.ts'), await apiTypes());
