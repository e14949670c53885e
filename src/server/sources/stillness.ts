/** A file that was saved once has stood still after this, in ms. */
export const quietMs = 30;
/** One that is written bit by bit, or anew from its start, only after this. */
export const quietWhileWrittenMs = 500;
