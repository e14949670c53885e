// The air server: hosts the playout reducer, its journal, the releases and the pages. Decides nothing itself.
export { startServer, type RunningServer, type ServerOptions } from './server';
