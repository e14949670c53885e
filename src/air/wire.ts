// What both ends of the line have in common, however little of its messages they read.

/** Raised when a message changes in a way that older pages cannot read; such a page loads itself again. */
export const wireVersion = 5;

/** The largest message that the server takes, in bytes. */
export const largestMessage = 1 << 20;

/** What a client needs of a WebSocket. */
export interface AirSocket {
  send(text: string): void;
  close(): void;
  onopen: (() => void) | null;
  onmessage: ((event: { data: unknown }) => void) | null;
  onclose: (() => void) | null;
  onerror: (() => void) | null;
}
