import fc from 'fast-check';

// The same worlds in every run; HIRAETH_SEED looks into others.
fc.configureGlobal({ seed: Number(process.env.HIRAETH_SEED ?? 1) });
