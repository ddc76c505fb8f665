import { inflateRawSync } from 'node:zlib';
import { crc32 } from 'node:zlib';

/** The files of a zip, read by its central directory (PKWARE APPNOTE 6.3, 4.3.12): not by the library that wrote it. */
export function unzip(bytes: Buffer): Map<string, Buffer> {
  const end = bytes.lastIndexOf(Buffer.from('504b0506', 'hex'));
  let at = bytes.readUInt32LE(end + 16);
  const files = new Map<string, Buffer>();
  for (let n = bytes.readUInt16LE(end + 10); n > 0; n--) {
    const [method, size] = [bytes.readUInt16LE(at + 10), bytes.readUInt32LE(at + 20)];
    const [name, extra, comment] = [28, 30, 32].map((o) => bytes.readUInt16LE(at + o)) as [
      number,
      number,
      number,
    ];
    const local = bytes.readUInt32LE(at + 42);
    const from = local + 30 + bytes.readUInt16LE(local + 26) + bytes.readUInt16LE(local + 28);
    const packed = bytes.subarray(from, from + size);
    const path = bytes.subarray(at + 46, at + 46 + name).toString('utf8');
    files.set(path, method === 8 ? inflateRawSync(packed) : Buffer.from(packed));
    at += 46 + name + extra + comment;
  }
  return files;
}

/** A zip of those files, stored as they are. */
export function zipOf(files: ReadonlyMap<string, Buffer>): Buffer {
  const parts: Buffer[] = [];
  const central: Buffer[] = [];
  let at = 0;
  for (const [path, bytes] of files) {
    const name = Buffer.from(path);
    const head = Buffer.alloc(26);
    head.writeUInt16LE(20, 0);
    head.writeUInt32LE(crc32(bytes), 10);
    head.writeUInt32LE(bytes.length, 14);
    head.writeUInt32LE(bytes.length, 18);
    head.writeUInt16LE(name.length, 22);
    const tail = Buffer.alloc(14);
    tail.writeUInt32LE(at, 10);
    parts.push(Buffer.from('504b0304', 'hex'), head, name, bytes);
    central.push(Buffer.from('504b01021400', 'hex'), head, tail, name);
    at += 30 + name.length + bytes.length;
  }
  const size = central.reduce((n, p) => n + p.length, 0);
  const end = Buffer.alloc(22);
  end.write('504b0506', 'hex');
  end.writeUInt16LE(files.size, 8);
  end.writeUInt16LE(files.size, 10);
  end.writeUInt32LE(size, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...parts, ...central, end]);
}
