/** Of the API what is done together: sharing, links, published pages, remarks, who is here. */
import { z } from 'zod';
import { allPictures, answer, body, id, inQuery, path, problem, usual } from './openapi-parts';
import * as schemas from './people-schemas';

const refused = { 403: problem('You may not'), 404: usual[404] };

/** Shares of something that has an address. */
const sharesOf = (address: string, parameter: ReturnType<typeof path>, what: string) => ({
  [`${address}/shares`]: {
    parameters: [parameter],
    get: {
      summary: `With whom ${what} is shared; for those whose it is`,
      responses: { 200: answer('Shares', schemas.sharesAnswer), ...refused },
    },
    post: {
      summary: `Shares ${what}: with a person, a group, everybody here${what === 'a chart' ? ', by a link, or as a published page' : ''}`,
      requestBody: body(schemas.shareRequest),
      responses: { 201: answer('Shared', schemas.shareAnswer), ...usual, ...refused },
    },
  },
  [`${address}/shares/{share}`]: {
    parameters: [parameter, path('share', 'The share')],
    patch: {
      summary: 'What they may do, what is kept from them, and how long',
      requestBody: body(schemas.shareChange),
      responses: { 200: answer('Changed', schemas.shareAnswer), ...usual, ...refused },
    },
    delete: {
      summary: 'Takes the share back, at once',
      responses: { 204: answer('Taken back'), ...refused },
    },
  },
});

export function sharingPaths() {
  return {
    ...sharesOf('/api/charts/{id}', id, 'a chart'),
    ...sharesOf('/api/house-styles/{id}', path('id', 'Id of the house style'), 'a house style'),
    ...sharesOf('/api/folders/{folder}', path('folder', 'Name of a folder of yours'), 'all charts in a folder'),
    '/api/links/{link}': {
      parameters: [path('link', 'The end of the address of a link')],
      post: {
        summary: 'Opens a link: sets a cookie by which its chart is seen',
        requestBody: body(schemas.linkRequest),
        responses: {
          200: answer('Opened', schemas.linkAnswer),
          403: problem('The password is not right'),
          ...usual,
          429: problem('Too many tried; retry-after says how long to wait'),
        },
      },
    },
    '/api/oembed': {
      get: {
        summary: 'How a published page is embedded in a page of another site (oEmbed 1.0)',
        parameters: [
          { ...inQuery('url', 'Address of the page'), required: true },
          inQuery('maxwidth', 'In CSS pixels', 'integer'),
          inQuery('maxheight', 'In CSS pixels', 'integer'),
          inQuery('format', 'json'),
        ],
        responses: {
          200: answer('How', schemas.embedAnswer),
          404: problem('No published page of this server'),
          422: usual[422],
          501: problem('Not JSON'),
        },
      },
    },
    '/published/{address}': {
      parameters: [path('address', 'Of the page')],
      get: {
        summary: 'A published chart, to be looked at by whoever has its address',
        parameters: [inQuery('branch', 'Only this branch, by its id')],
        responses: {
          200: { description: 'The page', content: { 'text/html': {} } },
          304: answer('As it was, by If-None-Match'),
          404: usual[404],
          422: usual[422],
        },
      },
    },
    '/published/{address}/picture.{form}': {
      parameters: [path('address', 'Of the page'), path('form', 'svg, png, webp, pdf, pptx or docx')],
      get: {
        summary: 'Its picture, always as the chart is now; asked for as the picture of a stored chart is',
        parameters: [
          inQuery('branch', 'Only what stands under this item, and itself'),
          inQuery('downTo', 'Only the tiers down to this one, from 1', 'integer'),
          inQuery('width', 'Dots that a PNG or WebP is wide', 'integer'),
        ],
        responses: {
          200: { description: 'The picture', content: allPictures },
          304: answer('As it was, by If-None-Match'),
          404: usual[404],
          422: usual[422],
        },
      },
    },
    '/api/charts/{id}/remarks': {
      parameters: [id],
      get: {
        summary: 'Remarks, oldest first, with what they are pinned to',
        responses: { 200: answer('Remarks', schemas.remarksAnswer), 404: usual[404] },
      },
      post: {
        summary: 'A remark, pinned to something of the chart, or an answer to one',
        requestBody: body(schemas.remarkRequest),
        responses: {
          201: answer('Made', z.union([schemas.remarkAnswer, schemas.answerAnswer])),
          ...usual,
          ...refused,
        },
      },
    },
    '/api/charts/{id}/remarks/{remark}': {
      parameters: [id, path('remark', 'The remark or answer')],
      patch: {
        summary: 'Other words, settled or open again, pinned to something else',
        requestBody: body(schemas.remarkChange),
        responses: {
          200: answer('Changed', z.union([schemas.remarkAnswer, schemas.answerAnswer])),
          ...usual,
          ...refused,
        },
      },
      delete: { summary: 'Removes it, and its answers', responses: { 204: answer('Removed'), ...refused } },
    },
    '/api/charts/{id}/here': {
      parameters: [id],
      put: {
        summary: 'Says that somebody is at the chart, and where; heard by those who follow its events',
        requestBody: body(schemas.hereRequest),
        responses: { 204: answer('Said'), ...usual },
      },
    },
  };
}
