export const SHARE_LINE = 'Photo and matte black share one line: changing between them purges it';
