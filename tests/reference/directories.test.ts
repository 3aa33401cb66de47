/** Directory exports: the standards' own examples, from memory, and charts of them. */
import { describe, expect, it } from 'vitest';
import { firstOffer } from '../support/first-offer';

describe('LDIF', () => {
  it('the examples of RFC 2849: records, lines that go on, base64', () => {
    const { form, items } = firstOffer(`version: 1
dn: cn=Barbara Jensen, ou=Product Development, dc=airius, dc=com
objectclass: top
objectclass: person
objectclass: organizationalPerson
cn: Barbara Jensen
cn: Barbara J Jensen
cn: Babs Jensen
sn: Jensen
uid: bjensen
telephonenumber: +1 408 555 1212
description: Babs is a big sailing fan, and travels extensively in sea
 rch of perfect sailing conditions.
title: Product Manager, Rod and Reel Division

dn:: dWlkPXJvZ2FzYXdhcmEsb3U95Za25qWt6YOoLG89QWlyaXVz
objectclass: person
uid: rogasawara
sn:: 5bCP56yg5Y6f
cn:: 5bCP56yg5Y6fIOODreODieODi+ODvA==
title:: 5Za25qWt6YOoIOmDqOmVtw==
`);
    expect(form).toBe('ldif');
    expect(items).toEqual([
      {
        name: 'Barbara Jensen',
        id: 'bjensen',
        post: 'Product Manager, Rod and Reel Division',
        phone: '+1 408 555 1212',
        description: 'Babs is a big sailing fan, and travels extensively in search of perfect sailing conditions.',
        under: null,
      },
      { name: '小笠原 ロドニー', id: 'rogasawara', post: '営業部 部長', under: null },
    ]);
  });

  it('who reports to whom is told by distinguished names, however they are spaced', () => {
    const { kind, items } = firstOffer(`dn: ou=People,dc=garden
objectClass: organizationalUnit
ou: People

dn: uid=ot,ou=People,dc=garden
cn: Oriel Tansley
title: Garden director

# a remark
dn: uid=pm,ou=People,dc=garden
cn: Piet Marrable
manager: UID=ot, ou=People, dc=garden
mail: piet@garden.example
`);
    expect(kind).toBe('org');
    expect(items).toMatchObject([
      { name: 'Oriel Tansley', post: 'Garden director', under: null },
      { name: 'Piet Marrable', email: 'piet@garden.example', under: 'Oriel Tansley' },
    ]);
  });
});

describe('vCard', () => {
  it('the example of RFC 6350, 7.2, and one of 3.0 with groups and escapes', () => {
    const { form, items } = firstOffer(`BEGIN:VCARD
VERSION:4.0
UID:urn:uuid:4fbe8971-0bc3-424c-9c26-36c3e1eff6b1
FN;PID=1.1:J. Doe
N:Doe;J.;;;
EMAIL;PID=1.1:jdoe@example.com
CLIENTPIDMAP:1;urn:uuid:53e374d9-337e-4727-8803-a1e9c14e0556
END:VCARD
BEGIN:VCARD
VERSION:3.0
N:Marrable;Piet;;Dr;
ORG:Saltmarsh Garden;Plants
item1.TEL;TYPE=WORK:tel:+44-1
TITLE:Head of plants\\, acting
END:VCARD
`);
    expect(form).toBe('vcard');
    expect(items).toMatchObject([
      { name: 'J. Doe', id: 'urn:uuid:4fbe8971-0bc3-424c-9c26-36c3e1eff6b1', email: 'jdoe@example.com' },
      { name: 'Dr Piet Marrable', department: 'Plants', phone: '+44-1', post: 'Head of plants, acting' },
    ]);
  });
});

describe('SCIM', () => {
  const manager = {
    id: '26118915-6090-4610-87e4-49d8ca9f808d',
    userName: 'jsmith@example.com',
    displayName: 'John Smith',
  };
  const user = {
    schemas: [
      'urn:ietf:params:scim:schemas:core:2.0:User',
      'urn:ietf:params:scim:schemas:extension:enterprise:2.0:User',
    ],
    id: '2819c223-7f76-453a-919d-413861904646',
    userName: 'bjensen@example.com',
    name: { formatted: 'Ms. Barbara J Jensen, III', familyName: 'Jensen', givenName: 'Barbara' },
    displayName: 'Babs Jensen',
    emails: [
      { value: 'babs@jensen.org', type: 'home' },
      { value: 'bjensen@example.com', type: 'work', primary: true },
    ],
    title: 'Tour Guide',
    'urn:ietf:params:scim:schemas:extension:enterprise:2.0:User': {
      employeeNumber: '701984',
      department: 'Tour Operations',
      manager: { value: manager.id, $ref: `../Users/${manager.id}`, displayName: 'John Smith' },
    },
  };
  it('the enterprise user of RFC 7643, 8.3, in a list', () => {
    const list = {
      schemas: ['urn:ietf:params:scim:api:messages:2.0:ListResponse'],
      totalResults: 2,
      Resources: [manager, user],
    };
    const { kind, items } = firstOffer(JSON.stringify(list));
    expect(kind).toBe('org');
    expect(items).toMatchObject([
      { name: 'John Smith', under: null },
      {
        name: 'Babs Jensen',
        post: 'Tour Guide',
        department: 'Tour Operations',
        email: 'bjensen@example.com',
        under: 'John Smith',
      },
    ]);
  });
});
