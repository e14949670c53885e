// The display tree: what is drawn at a moment, and where. Knows nothing of elements, motion, or who draws it.
export * from './depth';
export * from './display';
export * from './framing';
export * from './matrix';
export * from './nodes';
export * from './space';
