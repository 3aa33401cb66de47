/**
 * What columns of lists of people are headed in other languages: German, French, Spanish, Italian, Dutch, Portuguese and
 * Polish. As staff and parish lists head them (common practice, from memory); marks, spaces and case do not count.
 */
import type { Column } from './types';
import { headingKey } from './words';

const NAMES = `Name, Nom, Nombre, Nome, Naam, Nazwisko, Vor- und Nachname, Vollständiger Name, Mitarbeiter, Mitarbeitername,
  Nom complet, Nom et prénom, Nom Prénom, Collaborateur, Employé, Nombre completo, Nombre y apellidos, Empleado,
  Nome e cognome, Nome completo, Dipendente, Nominativo, Volledige naam, Medewerker, Werknemer, Nome do funcionário,
  Colaborador, Funcionário, Imię i nazwisko, Nazwisko i imię, Pracownik`;
const IDS = `Mitarbeiter-Nr, Mitarbeiternummer, Mitarbeiter-ID, Personalnummer, Personal-Nr, Pers.-Nr, PersNr, Kennung, Nr, Nummer,
  Matricule, Numéro, N°, No matricule, Numéro d'employé, Identifiant, No. empleado, Número de empleado, N.º de empleado,
  Número, Legajo, Código, Matricola, Numero, Numero dipendente, Codice, Personeelsnummer, Medewerkernummer, Personeelsnr,
  Volgnummer, Número de funcionário, Nº funcionário, Matrícula, Número mecanográfico, Numer, Numer pracownika, Nr pracownika,
  Numer ewidencyjny, Identyfikator, Staff no, Staff number, Works no, Badge no, Badge number`;

/** By field, a comma between headings. */
const WORDS: Readonly<Record<string, string>> = {
  name: NAMES,
  id: IDS,
  post: `Stelle, Position, Funktion, Stellenbezeichnung, Tätigkeit, Aufgabe, Rolle, Titel, Poste, Fonction, Intitulé du poste,
    Emploi, Rôle, Puesto, Cargo, Función, Denominación del puesto, Rol, Ruolo, Posizione, Mansione, Funzione, Incarico, Functie,
    Functietitel, Rol, Função, Posição, Stanowisko, Funkcja, Rola`,
  superior: `Vorgesetzter, Vorgesetzte, Vorgesetzte/r, Vorgesetzte(r), Führungskraft, Leitung, Chef, Berichtet an, Untersteht,
    Direkter Vorgesetzter, Vorgesetzten-Nr, Supérieur, Supérieur hiérarchique, Responsable, Manager, N+1, Rattaché à, Rend compte à,
    Superior, Jefe, Jefe directo, Supervisor, Reporta a, Depende de, Responsabile, Superiore, Capo, Riporta a, Risponde a,
    Leidinggevende, Manager, Rapporteert aan, Valt onder, Chefe, Chefia, Gestor, Superior hierárquico, Reporta a, Responde a,
    Przełożony, Kierownik, Podlega, Bezpośredni przełożony, Raportuje do`,
  dotted: `Fachlich, Fachvorgesetzter, Fachliche Leitung, Fachlicher Vorgesetzter, Responsable fonctionnel, Rattachement fonctionnel,
    Jefe funcional, Reporta funcionalmente a, Responsabile funzionale, Functioneel leidinggevende, Gestor funcional,
    Przełożony funkcjonalny`,
  department: `Abteilung, Bereich, Referat, Team, Organisationseinheit, Service, Département, Unité, Departamento, Área, Sección,
    Unidad, Reparto, Dipartimento, Ufficio, Settore, Afdeling, Dienst, Eenheid, Departamento, Setor, Seção, Dział, Departament,
    Wydział, Zespół`,
  email: `E-Mail-Adresse, Mailadresse, Courriel, Adresse e-mail, Adresse électronique, Correo, Correo electrónico, Posta elettronica,
    E-mailadres, Correio eletrónico, Correio eletrônico, Adres e-mail, Poczta`,
  phone: `Telefon, Telefonnummer, Durchwahl, Handy, Téléphone, Tél, Portable, Teléfono, Móvil, Extensión, Telefono, Cellulare, Interno,
    Telefoon, Telefoonnummer, Mobiel, Telefone, Telemóvel, Ramal, Komórka, Numer telefonu`,
  place: `Ort, Standort, Büro, Raum, Lieu, Site, Bureau, Lugar, Oficina, Ubicación, Sede, Centro, Ufficio sede, Luogo, Plaats, Locatie,
    Vestiging, Local, Localização, Escritório, Miejsce, Lokalizacja, Biuro`,
  start: `Eintritt, Eintrittsdatum, Beginn, Seit, Date d'entrée, Date d'embauche, Début, Fecha de ingreso, Fecha de alta, Fecha de inicio,
    Data di assunzione, Data assunzione, Inizio, Datum in dienst, In dienst sinds, Begindatum, Data de admissão, Data de início,
    Data zatrudnienia, Od`,
  photo: 'Foto, Bild, Photo, Fotografía, Imagen, Immagine, Afbeelding, Imagem, Zdjęcie',
  father: 'Vater, Père, Padre, Vader, Pai, Ojciec',
  mother: 'Mutter, Mère, Madre, Moeder, Mãe, Matka',
  partners: `Partner, Partnerin, Ehepartner, Ehefrau, Ehemann, Gatte, Gattin, Conjoint, Conjointe, Époux, Épouse, Cónyuge, Pareja, Esposo,
    Esposa, Coniuge, Marito, Moglie, Echtgenoot, Echtgenote, Partners, Cônjuge, Parceiro, Małżonek, Mąż, Żona`,
  born: `Geboren, Geburtsdatum, Geburtsjahr, Né, Née, Naissance, Date de naissance, Nacido, Nacida, Nacimiento, Fecha de nacimiento, Nato,
    Nata, Nascita, Data di nascita, Geboortedatum, Geboortejaar, Nascimento, Data de nascimento, Urodzony, Urodzona, Data urodzenia,
    Rok urodzenia`,
  died: `Gestorben, Sterbedatum, Todesjahr, Décès, Mort, Date de décès, Fallecido, Fallecida, Fallecimiento, Morte, Morto, Data di morte,
    Overleden, Overlijdensdatum, Falecimento, Óbito, Data de óbito, Zmarł, Zmarła, Data śmierci, Zgon`,
  sex: 'Geschlecht, Sexe, Sexo, Sesso, Geslacht, Płeć, Gênero, Género, Genere, Genre',
};

const keys = new Map(
  Object.entries(WORDS).map(([field, words]) => [
    field,
    [...new Set(words.split(/,\s+/).map((word) => headingKey(word)))].filter((key) => key !== ''),
  ]),
);

/**
 * Columns with the headings of other languages added, where no column of the same list is headed so already.
 * @param as the word list of a field that is called otherwise here
 */
export function inLanguages(columns: readonly Column[], as: Readonly<Record<string, string>> = {}): Column[] {
  const taken = new Set(columns.flatMap(({ headings, label }) => [...headings, headingKey(label)]));
  return columns.map((column) => {
    const more = (keys.get(as[column.field] ?? column.field) ?? []).filter((key) => !taken.has(key));
    for (const key of more) taken.add(key);
    return { ...column, headings: [...column.headings, ...more] };
  });
}
