/** A file that can't be read, in a sentence a person can act on. */
export class UnreadableFile extends Error {}
