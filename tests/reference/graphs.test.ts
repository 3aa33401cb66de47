/**
 * Graphs of other programs: an example as "The GraphML Primer" has it and the vocabulary of the SKOS Primer (W3C Working
 * Group Note of 2009), both from memory; what we write read back by two readers of the registry, graphology-graphml and n3.
 */
import Graph from 'graphology';
import { parse as parseTheirs } from 'graphology-graphml';
import { Parser } from 'n3';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../../src/core/kinds';
import { readList } from '../../src/core/read';
import { writeList } from '../../src/core/write';
import { firstOffer } from '../support/first-offer';
import { readAs } from '../support/kinds';

/** Why a text can't be read at all. */
function refusedWith(form: string, text: string): string {
  const read = readList(kindOf('concept')!, text, { form });
  return read.ok ? '' : read.problem.message;
}

const PRIMER = `<?xml version="1.0" encoding="UTF-8"?>
<graphml xmlns="http://graphml.graphdrawing.org/xmlns">
  <key id="d0" for="node" attr.name="color" attr.type="string"><default>yellow</default></key>
  <key id="d1" for="edge" attr.name="weight" attr.type="double"/>
  <graph id="G" edgedefault="undirected">
    <node id="n0"><data key="d0">green</data></node>
    <node id="n1"/>
    <node id="n2"><data key="d0">blue</data></node>
    <edge id="e0" source="n0" target="n2"><data key="d1">1.0</data></edge>
    <edge id="e1" source="n0" target="n1"><data key="d1">1.0</data></edge>
  </graph>
</graphml>
`;
const LABELLED = `<graphml xmlns="http://graphml.graphdrawing.org/xmlns" xmlns:x="urn:program">
<key for="node" id="d5"/><key for="edge" id="d9"/>
<graph edgedefault="directed">
<node id="n0"><data key="d5"><x:Shape><x:Geometry width="30"/><x:NodeLabel font="12">Salt
  marsh</x:NodeLabel></x:Shape></data></node>
<node id="n1"><data key="d5"><x:Shape><x:NodeLabel>Creek</x:NodeLabel></x:Shape></data></node>
<edge source="n0" target="n1"><data key="d9"><x:Line><x:EdgeLabel>is cut by</x:EdgeLabel></x:Line></data></edge>
</graph></graphml>
`;
const NESTED = `<graphml><key id="n" for="node" attr.name="name"/><graph>
<node id="a"><data key="n">Quay</data><graph>
<node id="b"><data key="n">Plants</data><graph><node id="c"><data key="n">Ann</data></node></graph></node>
<node id="d"><data key="n">Boats</data></node></graph></node></graph></graphml>
`;

describe('GraphML', () => {
  it('the primer’s example is read with its nodes, what is said of them, and its edges', () => {
    expect(firstOffer(PRIMER)).toEqual({
      kind: 'org',
      form: 'graphml',
      items: [
        { name: 'n0', color: 'green', under: null },
        { name: 'n1', under: 'n0' },
        { name: 'n2', color: 'blue', under: 'n0' },
      ],
    });
  });
  it('words that a program draws are names and phrases', () => {
    expect(firstOffer(LABELLED)).toEqual({
      kind: 'concept',
      form: 'graphml',
      items: [
        { name: 'Salt marsh', under: null },
        { name: 'Creek', phrase: 'is cut by', under: 'Salt marsh' },
      ],
    });
  });
  it('nodes within nodes stand under them', () => {
    expect(firstOffer(NESTED).items.map(({ name, under }) => `${name} < ${under}`)).toEqual([
      'Quay < null',
      'Plants < Quay',
      'Ann < Plants',
      'Boats < Quay',
    ]);
  });
  it('broken XML is told of with its line', () => {
    expect(refusedWith('graphml', PRIMER.replace('</graph>', ''))).toMatch(/GraphML is broken.*\d+:\d+/);
  });
  it('graphology reads what we write: nodes, edges, phrases', () => {
    const { chart, kind } = readAs(
      'concept',
      'Tides - bring -> Mud\nMud - grows <&> holds -> Plants\nTides - wet -> Plants\n',
    );
    const graph = parseTheirs(Graph, writeList(kind, 'graphml', chart));
    expect(graph.mapNodes((_, { label }) => label)).toEqual(['Tides', 'Mud', 'Plants']);
    expect(
      graph.mapEdges((_, { label }, from, to) => [
        graph.getNodeAttribute(from, 'label'),
        label,
        graph.getNodeAttribute(to, 'label'),
      ]),
    ).toEqual([
      ['Tides', 'bring', 'Mud'],
      ['Mud', 'grows <&> holds', 'Plants'],
      ['Tides', 'wet', 'Plants'],
    ]);
  });
});

const SKOS = `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .
@prefix rdfs: <http://www.w3.org/2000/01/rdf-schema#> .
@prefix ex: <http://www.example.com/> .
ex:animals a skos:Concept ; skos:prefLabel "animals"@en, "animaux"@fr ; skos:narrower ex:mammals .
ex:mammals a skos:Concept ; skos:prefLabel "mammals"@en ; skos:broader ex:animals .
ex:ornithology a skos:Concept ; skos:prefLabel "ornithology"@en ; skos:related ex:birds .
ex:birds a skos:Concept ; skos:prefLabel "birds"@en ; skos:related ex:ornithology ; ex:isA ex:animals .
ex:isA rdfs:subPropertyOf skos:broader ; rdfs:label "is a" .
ex:scheme a skos:ConceptScheme ; skos:hasTopConcept ex:animals .
`;

describe('SKOS', () => {
  it('concepts of the primer, each relation once however often it is said', () => {
    expect(firstOffer(SKOS)).toEqual({
      kind: 'concept',
      form: 'skos',
      items: [
        { name: 'animals', phrase: 'is a', under: 'birds' },
        { name: 'mammals', phrase: 'includes', under: 'animals' },
        { name: 'ornithology', under: null },
        { name: 'birds', phrase: 'is related to', under: 'ornithology' },
      ],
    });
  });
  it('broken Turtle is told of with its line', () => {
    expect(refusedWith('skos', SKOS.replace('ex:mammals a', 'ex:mammals "'))).toMatch(/line \d/);
  });
  it('n3 reads what we write: every proposition is a triple, its phrase a property with that label', () => {
    const { chart, kind } = readAs('concept', 'Tides - bring -> Mud\nMud - "feeds"\\n -> Plants\n');
    const text = writeList(kind, 'skos', chart);
    const quads = new Parser().parse(text);
    const labelOf = (iri: string) =>
      quads.find(({ subject, predicate }) => subject.value === iri && /abel$/.test(predicate.value))?.object.value;
    const said = quads
      .filter(({ subject, predicate }) => /:c\d+$/.test(subject.value) && /:p\d+$/.test(predicate.value))
      .map(({ subject, predicate, object }) => [subject.value, predicate.value, object.value].map(labelOf));
    expect(said).toEqual([
      ['Tides', 'bring', 'Mud'],
      ['Mud', '"feeds"\\n', 'Plants'],
    ]);
    for (const { predicate } of quads)
      if (/:p\d+$/.test(predicate.value))
        expect(
          quads.some(
            ({ subject, object }) =>
              subject.value === predicate.value && object.value.endsWith('core#semanticRelation'),
          ),
        ).toBe(true);
  });
});
