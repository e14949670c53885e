export function DeskView() { return null; }
