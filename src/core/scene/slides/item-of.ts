/** How a shape says which item it is of: in an extension of ours (ECMA-376-1, 20.1.2.2.14, extLst). */
import { escapeAttribute } from '../../xml';

/** Of elements that say something of a chart, or hold one. */
export const NAMESPACE = 'urn:dendrotax:chart';
export const ITEM_OF = 'item';
const EXTENSION = '{5D1B7C0E-8F2A-4E63-9B1D-7A4C2E90D6F1}';

/** Stands in the shape's `cNvPr`. */
export const itemOfXml = (id: string): string =>
  `<a:extLst><a:ext uri="${EXTENSION}"><dx:${ITEM_OF} xmlns:dx="${NAMESPACE}" of="${escapeAttribute(id)}"/></a:ext></a:extLst>`;
