// Packs and unpacks show files and reads data files, off the interface's thread.
import { v4 as newUuid } from 'uuid';
import '../core/no-eval';
import { expose, transfer } from 'comlink';
import { readSvg } from '../core/svg';
import { packShow, unpackShow, type Show, type Way } from '../core/show';

const newId = (): string => newUuid().replace(/-/g, '').slice(0, 12);

const api = {
  pack(show: Show, assets: Map<string, Uint8Array>, way: Way | null) {
    const bytes = packShow(show, assets, way);
    return transfer(bytes, [bytes.buffer]);
  },
  unpack: (bytes: Uint8Array) => unpackShow(bytes),
  readSvg: (text: string) => readSvg(text, newId),
};
export type FileWorker = typeof api;
expose(api);
