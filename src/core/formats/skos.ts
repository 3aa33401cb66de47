/**
 * Concepts and how they are related as SKOS (Simple Knowledge Organization System, W3C Recommendation of 2009) in Turtle,
 * N-Triples or N-Quads (RDF 1.1, W3C Recommendations of 2014). A linking phrase is a property of its own, under
 * skos:semanticRelation, as the SKOS Primer (4.7) has it. Classes of a vocabulary (RDF Schema 1.1, OWL 2) are read as
 * concepts of which one includes another.
 */
import { Parser } from 'n3';
import { NothingToDraw } from '../list/limits';
import type { WordedGraph } from './graphml';
import { sayInTurtle } from './said';

const SKOS = 'http://www.w3.org/2004/02/skos/core#';
const RDFS = 'http://www.w3.org/2000/01/rdf-schema#';
const OWL = 'http://www.w3.org/2002/07/owl#';
const DCT = 'http://purl.org/dc/terms/';
const TYPE = 'http://www.w3.org/1999/02/22-rdf-syntax-ns#type';

/** Relations of the standard, as a phrase from the first to the second; `back` where the second comes first in a map. */
const RELATIONS: Readonly<Record<string, { readonly phrase: string; readonly back?: true }>> = {
  [`${SKOS}narrower`]: { phrase: 'includes' },
  [`${SKOS}narrowerTransitive`]: { phrase: 'includes' },
  [`${SKOS}broader`]: { phrase: 'includes', back: true },
  [`${SKOS}broaderTransitive`]: { phrase: 'includes', back: true },
  [`${SKOS}related`]: { phrase: 'is related to' },
  [`${SKOS}semanticRelation`]: { phrase: '' },
  [`${RDFS}subClassOf`]: { phrase: 'includes', back: true },
};
const NAMES = [`${SKOS}prefLabel`, `${RDFS}label`, `${SKOS}altLabel`];

const CLASSES = new Set([`${SKOS}Concept`, `${RDFS}Class`, `${OWL}Class`]);

/** One statement a line: N-Triples, and with the name of a graph N-Quads. */
const isInTriples = (text: string): boolean =>
  /^\uFEFF?(?:#[^\n]{0,500}\n|\s){0,50}(?:<[^<>\s]{1,2000}>|_:\S{1,200}) <[^<>\s]{1,2000}> (?:<[^<>\s]{1,2000}>|_:\S|")/.test(
    text.slice(0, 20_000),
  );

/** Whether a text is RDF, in Turtle or in triples. */
export const looksLikeSkos = (text: string): boolean =>
  /^[ \t]{0,20}@?prefix[ \t]{1,20}[^\s:]{0,60}:[ \t]{0,20}</im.test(text.slice(0, 20_000)) || isInTriples(text);

/** @throws Error with the line where it is broken, or where there is nothing to draw in it */
export function parseSkos(text: string): WordedGraph {
  const format = isInTriples(text) ? 'application/n-quads' : 'text/turtle';
  const quads = new Parser({ format }).parse(text.replace(/^\uFEFF/, ''));
  const labels = new Map<string, Map<string, string>>();
  const concepts = new Set<string>();
  const collections = new Set<string>();
  for (const { subject, predicate, object } of quads) {
    if (subject.termType !== 'NamedNode') continue;
    if (predicate.value === TYPE && CLASSES.has(object.value)) concepts.add(subject.value);
    if (predicate.value === TYPE && /(?:Collection|ConceptScheme)$/.test(object.value)) collections.add(subject.value);
    if (predicate.value in RELATIONS) {
      concepts.add(subject.value);
      if (object.termType === 'NamedNode') concepts.add(object.value);
    }
    const rank = NAMES.indexOf(predicate.value);
    if (rank < 0 || object.termType !== 'Literal') continue;
    const own = labels.get(subject.value) ?? new Map<string, string>();
    const key = `${rank} ${object.language}`;
    if (!own.has(key)) own.set(key, object.value);
    labels.set(subject.value, own);
  }
  const lastPart = (iri: string) => decodeURIComponent(iri.replace(/[#/]$/, '').split(/[#/:]/).at(-1) ?? iri);
  const labelOf = (iri: string): string => {
    const own = labels.get(iri);
    for (const rank of NAMES.keys())
      for (const language of ['', 'en']) if (own?.has(`${rank} ${language}`)) return own.get(`${rank} ${language}`)!;
    return own?.values().next().value ?? lastPart(iri);
  };
  if (concepts.size === 0) throw new NothingToDraw('it has neither concepts (SKOS) nor classes (RDFS, OWL)');
  const edges: { source: string; target: string; label: string }[] = [];
  const said = new Set<string>();
  for (const { subject, predicate, object } of quads) {
    const [a, b] = [subject.value, object.value];
    if (object.termType !== 'NamedNode' || !concepts.has(a) || !concepts.has(b) || a === b) continue;
    const relation = RELATIONS[predicate.value];
    const [source, target] = relation?.back ? [b, a] : [a, b];
    const label = relation ? relation.phrase : labelOf(predicate.value);
    // Said from both ends, or in a second way, it is one relation.
    const ends = [source, target].join(' ');
    const isBoth = predicate.value === `${SKOS}related` && said.has([target, source, label].join(' '));
    if (isBoth || said.has(`${ends} ${label}`)) continue;
    said.add(`${ends} ${label}`);
    edges.push({ source, target, label });
  }
  const nodes = [...concepts]
    .filter((iri) => !collections.has(iri))
    .map((id) => ({ id, name: labelOf(id), fields: {} }));
  const question = quads.find(
    ({ subject, predicate }) => predicate.value === `${DCT}description` && collections.has(subject.value),
  )?.object.value;
  return { nodes, edges, ...(question && { question }) };
}

const ESCAPES: Readonly<Record<string, string>> = { '\\': '\\\\', '"': '\\"', '\n': '\\n', '\r': '\\r', '\t': '\\t' };
const literal = (text: string) => `"${text.replace(/[\\"\n\r\t]/g, (letter) => ESCAPES[letter]!)}"`;

/**
 * A map as one scheme of concepts.
 * @param graph edges in the order in which they are said
 */
export function writeSkos(graph: WordedGraph & { readonly title: string }): string {
  const { title, question, nodes, edges } = graph;
  const nameOf = new Map(nodes.map(({ id }, i) => [id, `:c${i + 1}`]));
  const phrases = [...new Set(edges.map(({ label }) => label))].filter((label) => label !== '');
  const phraseOf = new Map(phrases.map((label, i) => [label, `:p${i + 1}`]));
  return `${sayInTurtle('concept')}@prefix : <urn:dendrotax:map:> .
@prefix skos: <${SKOS}> .
@prefix rdfs: <${RDFS}> .
@prefix dct: <${DCT}> .

:map a skos:ConceptScheme ; dct:title ${literal(title)}${question ? ` ; dct:description ${literal(question)}` : ''} .
${phrases.map((label) => `${phraseOf.get(label)} rdfs:subPropertyOf skos:semanticRelation ; rdfs:label ${literal(label)} .\n`).join('')}
${nodes.map(({ id, name }) => `${nameOf.get(id)} a skos:Concept ; skos:inScheme :map ; skos:prefLabel ${literal(name)} .\n`).join('')}
${edges.map(({ source, target, label }) => `${nameOf.get(source)} ${phraseOf.get(label) ?? 'skos:semanticRelation'} ${nameOf.get(target)} .\n`).join('')}`;
}
