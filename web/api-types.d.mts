/** The text of src/openapi.d.ts. */
export function apiTypes(): Promise<string>;
