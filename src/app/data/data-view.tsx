export function DataView() { return null; }
