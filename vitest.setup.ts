import fc from 'fast-check';

// the same cases in every run; SEED=… tries others
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20260902) });
