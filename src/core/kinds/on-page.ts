/** Kinds as screens need them: without what reads lists, arranges and checks, so that a page fetches little. */
import { conceptOnPage } from './concept/on-page';
import { decisionOnPage } from './decision/on-page';
import { familyOnPage } from './family/on-page';
import type { KindOnPage } from './kind';
import { orgOnPage } from './org/on-page';
import { vennOnPage } from './venn/on-page';

export const kindsOnPage: readonly KindOnPage[] = [orgOnPage, familyOnPage, decisionOnPage, conceptOnPage, vennOnPage];

export const kindOnPage = (id: string): KindOnPage | undefined => kindsOnPage.find((kind) => kind.id === id);
