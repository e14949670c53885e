// Who may come in and do what: names, keys, and bounds for those without. Knows nothing of what is done.
export { Access, keyProblem, leastKeyLength, notAllowed, type AccessKey, type Allowed } from './access';
export { addresses, Hosts, countedAddress, hostName, isAtHome, isLoopback, originProblem } from './hosts';
export { KeyGuard } from './key-guard';
export { visitorBounds, Visitors } from './visitors';
