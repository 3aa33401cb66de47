/** Text that the database can't store: with a NUL, or half of a surrogate pair. */
export const BROKEN = /\0|\p{Surrogate}/u;
