/** Kinds as composing needs them: without what reads and writes lists, so that its worker fetches less. */
import { conceptDrawn } from './concept/drawn';
import { decisionDrawn } from './decision/drawn';
import { familyDrawn } from './family/drawn';
import type { KindDrawn } from './kind';
import { orgDrawn } from './org/drawn';
import { vennDrawn } from './venn/drawn';

export const kindsDrawn: readonly KindDrawn[] = [orgDrawn, familyDrawn, decisionDrawn, conceptDrawn, vennDrawn];

export const kindDrawn = (id: string): KindDrawn | undefined => kindsDrawn.find((kind) => kind.id === id);
