// JSON and paths into it. Knows nothing of files or of what it says.
export { allAt, isObject, parsePath, type Json, type PathStep } from './path';
export { sameJson, sameParts, sameRecords } from './same';
