// The disk as the server sees it: small steps that may fail, whole files, lines with checksums. Knows nothing of what is kept.
export { writeWhole, type Disk, type DiskFile } from './disk';
export { nodeDisk } from './node-disk';
export { checksum, framed, readLines, unframed, type ReadLines } from './lines';
export { AppendLog, type LogDisk } from './append-log';
