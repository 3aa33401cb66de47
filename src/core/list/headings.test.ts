import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import { kindOf } from '../kinds';
import { known } from './columns';

const org = kindOf('org')!.columns;
const family = kindOf('family')!.columns;
const fields = (columns: typeof org, row: string) => row.split(';').map((heading) => known(columns, heading)?.field);

describe('headings in other languages', () => {
  it.each([
    ['Mitarbeiter-Nr;Name;Funktion;Vorgesetzter;Abteilung;Telefon', 'id name post superior department phone'],
    ['Personalnummer;Vor- und Nachname;Stelle;Vorgesetzte/r', 'id name post superior'],
    ['Matricule;Nom et prénom;Fonction;Supérieur hiérarchique;Service', 'id name post superior department'],
    ['No. empleado;Nombre y apellidos;Puesto;Jefe directo;Área', 'id name post superior department'],
    ['Matricola;Nome e cognome;Mansione;Responsabile;Reparto', 'id name post superior department'],
    ['Personeelsnummer;Naam;Functie;Leidinggevende;Afdeling', 'id name post superior department'],
    ['Nº funcionário;Nome completo;Função;Chefia;Setor', 'id name post superior department'],
    ['Numer pracownika;Imię i nazwisko;Stanowisko;Przełożony;Dział', 'id name post superior department'],
    ['Staff no;Full name;Job title;Line manager;Team', 'id name post superior department'],
  ])('%s', (row, expected) => {
    expect(fields(org, row).join(' ')).toBe(expected);
  });
  it('of families', () => {
    for (const row of ['Name;Geburtsdatum;Vater;Mutter;Ehepartner', 'Nom;Naissance;Père;Mère;Conjoint'])
      expect(fields(family, row).join(' ')).toBe('name born father mother partners');
  });
  it('never mean two columns', () => {
    for (const columns of [org, family]) {
      const all = columns.flatMap(({ headings }) => headings);
      expect(new Set(all).size).toBe(all.length);
    }
  });
  it('give the tree of a whole list', () => {
    const { chart, id } = readAs(
      'org',
      'Matricule;Nom;Fonction;Supérieur\n7;Ada Brook;Cheffe;\n9;Ben Cole;Adjoint;7\n12;Cleo Dunn;Agente;9\n',
    );
    expect(chart.items[id('Cleo Dunn')]!.parent).toBe(id('Ben Cole'));
  });
});
