import { createSocket } from 'node:dgram';
import { connect } from 'node:net';

/** Sends lines to a port of this machine as a score box would. Rejects where nobody takes them. */
export function sendLines(by: 'udp' | 'tcp', port: number, lines: string): Promise<void> {
  return new Promise((resolve, reject) => {
    if (by === 'udp') {
      const socket = createSocket('udp4');
      socket.send(lines, port, '127.0.0.1', (error) => {
        socket.close();
        if (error) reject(error);
        else resolve();
      });
      return;
    }
    const connection = connect(port, '127.0.0.1', () => connection.end(lines));
    connection.setTimeout(2000, () => connection.destroy(new Error('nobody answers')));
    connection.on('error', reject);
    connection.on('close', () => resolve());
  });
}
