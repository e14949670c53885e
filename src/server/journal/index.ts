// What was carried out, on disk in one order; and the as-run log out of it. Knows nothing of who gives commands.
export { Journal, JournalFault, type Recovered, type Released, type Snapshot } from './journal';
export { writeEntry, type EntryHead, type JournalEntry } from './entry';
export { asRun, asRunCsv, type AsRunFilter, type AsRunLine } from './as-run';
