export function OutputsView() { return null; }
