/** A JPEG's own bytes with an Exif block put in: turned on its side, and taken at a place. */
export function withPlaceAndTurn(jpeg: Buffer): Buffer {
  const tiff = Buffer.alloc(140);
  tiff.write("II*\0", 0, "latin1");
  tiff.writeUInt32LE(8, 4);
  const entry = (at: number, tag: number, type: number, count: number, value: number) => {
    tiff.writeUInt16LE(tag, at);
    tiff.writeUInt16LE(type, at + 2);
    tiff.writeUInt32LE(count, at + 4);
    tiff.writeUInt32LE(value, at + 8);
  };
  tiff.writeUInt16LE(2, 8);
  entry(10, 0x0112, 3, 1, 6);
  entry(22, 0x8825, 4, 1, 38);
  tiff.writeUInt16LE(4, 38);
  entry(40, 1, 2, 2, "N".charCodeAt(0));
  entry(52, 2, 5, 3, 92);
  entry(64, 3, 2, 2, "E".charCodeAt(0));
  entry(76, 4, 5, 3, 116);
  [54, 1, 30, 1, 0, 1, 10, 1, 15, 1, 0, 1].forEach((value, index) => tiff.writeUInt32LE(value, 92 + 4 * index));
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  const block = Buffer.concat([Buffer.from("Exif\0\0", "latin1"), tiff]);
  head.writeUInt16BE(block.length + 2, 2);
  return Buffer.concat([jpeg.subarray(0, 2), head, block, jpeg.subarray(2)]);
}
