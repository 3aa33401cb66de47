import { concept } from './concept';
import { decision } from './decision';
import { family } from './family';
import type { Kind } from './kind';
import { org } from './org';
import { venn } from './venn';

export const kinds: readonly Kind[] = [org, family, decision, concept, venn];

export const kindOf = (id: string): Kind | undefined => kinds.find((kind) => kind.id === id);

export * from './arrangement';
export { type BlankPlace, blanksOf, isBlank, lineToWrite, stillBlank } from './blanks';
export type { Branches, Lead, OnPage } from './branches';
export { notDrawn } from './carry';
export * from './choices';
export { dockIn } from './docks';
export { kindDrawn, kindsDrawn } from './drawn';
export type { Bare, Counted, KindInClass, Statement } from './in-class';
export * from './kind';
export { comparing, MATTER_WORDS, matterOf } from './matter';
export { kindOnPage, kindsOnPage } from './on-page';
export type { Addition } from './typing';
export { waysOf } from './ways';
