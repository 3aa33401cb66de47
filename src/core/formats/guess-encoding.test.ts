/** Names in 20 languages, by the encodings of their countries: made up of common given and family names. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decode } from './decode';
import { inEncoding } from './guess-encoding';

interface Language {
  readonly encodings: readonly string[];
  readonly headings: readonly string[];
  readonly given: readonly string[];
  readonly family: readonly string[];
  readonly posts: readonly string[];
}
const words = (text: string) => text.split(',');
const LANGUAGES: Readonly<Record<string, Language>> = {
  German: {
    encodings: ['windows-1252', 'ibm850', 'macintosh'],
    headings: words('Name,Stelle,Vorgesetzter'),
    given: words('Jürgen,Anna,Björn,Käthe,Uwe,Sören,Heike,Günter'),
    family: words('Müller,Weiß,Schäfer,Köhler,Groß,Brandt,Krüger,Vögele'),
    posts: words('Geschäftsführung,Gärtner,Buchhaltung,Empfang,Büroleitung,Schulführungen'),
  },
  French: {
    encodings: ['windows-1252', 'ibm850', 'macintosh'],
    headings: words('Nom,Poste,Supérieur'),
    given: words('Hélène,René,Zoé,François,Marie,Jérôme,Noëlle,Gaël'),
    family: words('Lefèvre,Béranger,Moreau,Crépin,Dubois,Gérôme,Prévôt,Lacaze'),
    posts: words('Directrice générale,Trésorier,Secrétaire,Chargée de l’accueil,Bibliothécaire,Élève'),
  },
  Spanish: {
    encodings: ['windows-1252', 'ibm850', 'macintosh'],
    headings: words('Nombre,Puesto,Responsable'),
    given: words('José,María,Íñigo,Álvaro,Begoña,Ana,Jesús,Lucía'),
    family: words('Núñez,García,Peña,Gómez,Ibáñez,Soler,Martínez,Yáñez'),
    posts: words('Dirección,Administración,Jardinero,Atención al público,Técnico,Recepción'),
  },
  Portuguese: {
    encodings: ['windows-1252', 'ibm850', 'macintosh'],
    headings: words('Nome,Função,Chefe'),
    given: words('João,Inês,Conceição,Antônio,Luís,Sónia,Rui,Mónica'),
    family: words('Gonçalves,Simões,Magalhães,Araújo,Leitão,Brandão,Pereira,Falcão'),
    posts: words('Direção,Gestão,Jardineiro,Receção,Técnico,Educação'),
  },
  Italian: {
    encodings: ['windows-1252', 'macintosh'],
    headings: words('Nome,Incarico,Attività'),
    given: words('Niccolò,Mosè,Giosuè,Anna,Noè,Luca,Salomè,Piero'),
    family: words('Dalò,Rossi,Nardò,Cantù,Viganò,Alcalà,Bertolè,Mondù'),
    posts: words('Qualità,Attività,Giardiniere,Pubblicità,Contabilità,Accoglienza'),
  },
  Swedish: {
    encodings: ['windows-1252', 'ibm850', 'macintosh'],
    headings: words('Namn,Befattning,Närmaste chef'),
    given: words('Åsa,Göran,Märta,Björn,Pär,Östen,Karin,Håkan'),
    family: words('Sjöberg,Åkesson,Lindström,Hägg,Öberg,Nyström,Bäck,Berg'),
    posts: words('Föreståndare,Trädgårdsmästare,Städare,Lärare,Växthus,Kundtjänst'),
  },
  Danish: {
    encodings: ['windows-1252', 'ibm850', 'macintosh'],
    headings: words('Navn,Stilling,Nærmeste leder'),
    given: words('Søren,Åge,Jørgen,Bjørn,Kåre,Mærete,Anna,Øyvind'),
    family: words('Sørensen,Ødegård,Bækgård,Høyer,Åkjær,Nørby,Kjær,Lund'),
    posts: words('Bestyrer,Gartner på prøve,Bogføring,Rengøring,Rådgiver,Økonomi'),
  },
  Finnish: {
    encodings: ['windows-1252'],
    headings: words('Nimi,Tehtävä,Esimies'),
    given: words('Päivi,Väinö,Seppo,Kyösti,Äänis,Tyyne,Jyrki,Hämy'),
    family: words('Mäkinen,Hämäläinen,Järvinen,Käki,Pöyry,Väisänen,Kettu,Työläs'),
    posts: words('Päällikkö,Puutarhuri,Näyttely,Käytännöt,Myyjä,Järjestäjä'),
  },
  Icelandic: {
    encodings: ['windows-1252'],
    headings: words('Nafn,Staða,Yfirmaður'),
    given: words('Þóra,Guðrún,Sigurður,Ásta,Ægir,Björk,Hörður,Ýmir'),
    family: words('Þórsdóttir,Guðmundsson,Jónsdóttir,Ólafsson,Sigurðardóttir,Höskuldsson,Bjarnadóttir,Ívarsson'),
    posts: words('Garðyrkja,Forstöðumaður,Ræsting,Bókhald,Móttaka,Fræðsla'),
  },
  Polish: {
    encodings: ['windows-1250', 'iso-8859-2', 'ibm852'],
    headings: words('Imię i nazwisko,Stanowisko,Przełożony'),
    given: words('Michał,Łukasz,Bożena,Józef,Żaneta,Grażyna,Wojciech,Zdzisław'),
    family: words('Wiśniewski,Dąbrowska,Wójcik,Kozłowska,Zając,Błaszczyk,Woźniak,Król'),
    posts: words('Kierownik działu,Księgowość,Dyrektor,Obsługa zwiedzających,Ogrodniczka,Ścieżka leśna'),
  },
  Czech: {
    encodings: ['windows-1250', 'iso-8859-2', 'ibm852'],
    headings: words('Jméno,Funkce,Nadřízený'),
    given: words('Jiří,Tomáš,Růžena,Zdeněk,Lukáš,Věra,Šárka,Ondřej'),
    family: words('Dvořák,Černý,Novotná,Procházka,Růžička,Němec,Šťastný,Veselý'),
    posts: words('Ředitel,Účetní,Zahradník,Průvodkyně,Správce skleníku,Údržbář'),
  },
  Hungarian: {
    encodings: ['windows-1250', 'iso-8859-2', 'ibm852'],
    headings: words('Név,Beosztás,Felettes'),
    given: words('Győző,Erzsébet,László,Ágnes,Ödön,Gergő,Katalin,Zoltán'),
    family: words('Szűcs,Kovács,Tóth,Fekete,Erdős,Szőke,Németh,Bíró'),
    posts: words('Igazgató,Kertész,Pénztáros,Üvegház vezető,Titkárnő,Gyűjtemény'),
  },
  Romanian: {
    encodings: ['windows-1250', 'iso-8859-2'],
    headings: words('Nume,Funcţie,Şef'),
    given: words('Ştefan,Ioana,Mădălina,Răzvan,Cătălin,Ilinca,Vlăduţ,Anca'),
    family: words('Ţăranu,Brătescu,Munteanu,Lăzărescu,Cîmpean,Păun,Bălan,Şerban'),
    posts: words('Director,Grădinar,Contabilă,Îngrijitor,Secretară,Relaţii cu publicul'),
  },
  Turkish: {
    encodings: ['windows-1254'],
    headings: words('Adı,Görevi,Yöneticisi'),
    given: words('Ayşe,Gökhan,Işıl,Oğuz,Çiğdem,Şükrü,Ümit,Hakkı'),
    family: words('Yıldız,Öztürk,Güneş,Doğan,Kılıç,Çelik,Şahin,Aydın'),
    posts: words('Müdür,Bahçıvan,Satın alma,Öğretmen,Danışma,İdari işler'),
  },
  Lithuanian: {
    encodings: ['windows-1257'],
    headings: words('Vardas,Pareigos,Vadovė'),
    given: words('Rūta,Žydrūnas,Dovilė,Algirdas,Eglė,Šarūnas,Jūratė,Mindaugas'),
    family: words('Kazlauskienė,Žukauskas,Petraitytė,Jankauskas,Vaičiūnas,Mažeika,Šimkutė,Bružas'),
    posts: words('Direktorė,Sodininkas,Buhalterė,Mokymų vadovė,Šiltnamių prižiūrėtojas,Vedėjas'),
  },
  Russian: {
    encodings: ['windows-1251', 'koi8-r', 'ibm866', 'iso-8859-5', 'x-mac-cyrillic'],
    headings: words('Имя,Должность,Руководитель'),
    given: words('Пётр,Анна,Илья,Ольга,Юрий,Татьяна,Сергей,Наталья'),
    family: words('Лугов,Берегова,Травин,Морозова,Щукин,Жданова,Ручьёв,Полевая'),
    posts: words('Директор,Садовник,Бухгалтер,Сторож,Экскурсовод,Заведующая'),
  },
  Bulgarian: {
    encodings: ['windows-1251'],
    headings: words('Име,Длъжност,Ръководител'),
    given: words('Петър,Ивайло,Стоянка,Божидар,Румяна,Георги,Цветан,Милена'),
    family: words('Димитров,Стоянова,Ангелов,Кръстева,Йорданов,Златева,Петков,Желева'),
    posts: words('Директор,Градинар,Счетоводител,Уредник,Пазач,Екскурзовод'),
  },
  Greek: {
    encodings: ['windows-1253', 'iso-8859-7'],
    headings: words('Όνομα,Θέση,Προϊστάμενος'),
    given: words('Γιώργος,Ελένη,Νίκος,Μαρία,Δημήτρης,Σοφία,Χρήστος,Ζωή'),
    family: words('Παπαδόπουλος,Νικολάου,Γεωργίου,Βλάχος,Ξενάκη,Καραγιάννη,Φωτίου,Ρήγας'),
    posts: words('Διευθύντρια,Κηπουρός,Λογιστής,Γραμματέας,Ξεναγός,Φύλακας'),
  },
  Hebrew: {
    encodings: ['windows-1255'],
    headings: words('שם,תפקיד,ממונה'),
    given: words('דוד,שרה,יעקב,רחל,משה,נועה,אורי,תמר'),
    family: words('כהן,לוי,מזרחי,פרץ,ביטון,אברהם,גולן,שחר'),
    posts: words('מנהלת,גנן,חשבונות,מזכירה,מדריך,שומר'),
  },
  Thai: {
    encodings: ['windows-874'],
    headings: words('ชื่อ,ตำแหน่ง,หัวหน้า'),
    given: words('สมชาย,มาลี,วิชัย,สุดา,อนันต์,กมล,ปราณี,ธนา'),
    family: words('ใจดี,สวนงาม,ทองคำ,ศรีสุข,บุญมา,แก้วใส,รักไทย,น้ำทิพย์'),
    posts: words('ผู้อำนวยการ,คนสวน,บัญชี,ครู,ต้อนรับ,แม่บ้าน'),
  },
};

const pages = new Map<string, ReadonlyMap<string, number>>();
/** Bytes of a text in an encoding of one byte a letter: found by reading all of them. */
function encoded(text: string, encoding: string): Uint8Array {
  let page = pages.get(encoding);
  if (!page) {
    const all = inEncoding(
      Uint8Array.from({ length: 256 }, (_, i) => i),
      encoding,
    );
    page = new Map([...all].map((letter, i) => [letter, i]));
    pages.set(encoding, page);
  }
  return Uint8Array.from([...text], (letter) => page.get(letter) ?? 63);
}
const cases = Object.entries(LANGUAGES).flatMap(([language, own]) =>
  own.encodings.map((encoding) => ({ language, encoding, own })),
);

/** A list of so many rows, by a seed. */
function listOf({ headings, given, family, posts }: Language, rows: number, seed: number): string {
  let state = (seed * 2_654_435_761) >>> 0;
  const any = (all: readonly string[]) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return all[(state >>> 8) % all.length]!;
  };
  const name = () => `${any(given)} ${any(family)}`;
  const all = Array.from({ length: rows }, name);
  return [headings.join(';'), ...all.map((one, i) => `${one};${any(posts)};${i === 0 ? '' : any(all)}`)].join('\r\n');
}

function outcome(sizes: readonly number[], seeds: number) {
  let right = 0;
  let all = 0;
  const wrong: string[] = [];
  for (const { language, encoding, own } of cases)
    for (const rows of sizes)
      for (let seed = 1; seed <= seeds; seed++) {
        const bytes = encoded(listOf(own, rows, seed), encoding);
        // Letters that an encoding has not are asked of none.
        const text = inEncoding(bytes, encoding);
        if (!bytes.some((byte) => byte > 127)) continue;
        const read = decode(bytes);
        all++;
        if (read.text === text) right++;
        else wrong.push(`${language} ${encoding} ${rows}: ${read.encoding} ${read.said === '' ? 'NOT SAID' : ''}`);
        expect(read.said).not.toBe('');
      }
  return { share: right / all, wrong };
}

describe('the encoding of names and headings', () => {
  it('is right for 98 % of lists of 10 rows or more, and always said', () => {
    const { share, wrong } = outcome([10, 40, 500], 6);
    expect(share, wrong.join('\n')).toBeGreaterThanOrEqual(0.98);
  });
  it('is right for 90 % of shorter ones, and always said', () => {
    const { share, wrong } = outcome([5, 6, 8], 12);
    expect(share, wrong.join('\n')).toBeGreaterThanOrEqual(0.9);
  });
  it('is none where the letters make no sense in any language, and that is said', () => {
    const { said } = decode(Uint8Array.from({ length: 400 }, (_, i) => (i % 7 === 6 ? 10 : 128 + ((i * 37) % 128))));
    expect(said).toMatch(/fit no language/);
  });
  it('never fails, whatever the bytes, and is what a person chooses', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        const { binary, text } = decode(bytes);
        expect(binary ? text : typeof text).toBe(binary ? '' : 'string');
      }),
    );
    const bytes = encoded('Łukasz Śnieg', 'windows-1250');
    expect(decode(bytes, 'windows-1250').text).toBe('Łukasz Śnieg');
    expect(decode(bytes, 'macintosh').text).not.toBe('Łukasz Śnieg');
  });
});
