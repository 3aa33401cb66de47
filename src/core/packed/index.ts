export { ATTACHED, carryingPart, carryingXml, carryingXmp, officeWith, packedIn, pngWith, zipped } from './files';
export { type Packed, type PackedPicture, pack, unpack } from './packed';
