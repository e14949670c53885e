export { findEntries, mostUsed, withUsed, type Entry } from './find';
