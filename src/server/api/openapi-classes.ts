/** Of the API what a class does: joining, tasks, works, marks. */
import { XLSX } from '../../core/list-formats';
import * as schemas from './class-schemas';
import { allPictures, answer, body, file, path, problem, usual } from './openapi-parts';

const refused = { 403: problem('Not for learners, links, or a key that only reads'), 404: usual[404] };
const ofClass = path('class', 'The class');
const ofTask = path('task', 'The task');
const ofWork = path('work', 'The work');
const changes = { ...usual, ...refused };

function classes() {
  return {
    '/api/classes': {
      get: {
        summary: 'Your classes, the newest first',
        responses: { 200: answer('Classes', schemas.classesAnswer), ...refused },
      },
      post: {
        summary: 'A class, with a code by which learners join',
        requestBody: body(schemas.classRequest),
        responses: { 201: answer('Made', schemas.classMade), ...changes },
      },
    },
    '/api/classes/join': {
      post: {
        summary:
          'Joins a class by its code and a name, or comes back with the words on a card: sets the session cookie',
        requestBody: body(schemas.joinRequest),
        responses: {
          200: answer('Came back', schemas.joinAnswer),
          201: answer('Joined', schemas.joinAnswer),
          409: problem('The name is taken, or the class is full'),
          ...changes,
          429: problem('Too many tried; retry-after says how long to wait'),
        },
      },
    },
    '/api/classes/mine': {
      get: {
        summary: 'For a learner: what is to be done, what was done, and what is shown',
        responses: { 200: answer('Tasks', schemas.mineAnswer), ...refused },
      },
    },
    '/api/classes/{class}': {
      parameters: [ofClass],
      get: {
        summary: 'A class: who is in it, and its tasks',
        responses: { 200: answer('Class', schemas.classAnswer), ...refused },
      },
      patch: {
        summary:
          'Its name, whether learners may join, whether they wait to be let in, whether they see names, another code',
        requestBody: body(schemas.classChange),
        responses: { 200: answer('Changed', schemas.classCard), ...changes },
      },
      delete: {
        summary: 'Removes a class with all of it: learners, tasks, works, marks, remarks',
        responses: { 204: answer('Removed'), ...refused },
      },
    },
    '/api/classes/{class}/learners': {
      parameters: [ofClass],
      post: {
        summary: 'Puts learners into a class before they come, each with a card',
        requestBody: body(schemas.learnersRequest),
        responses: {
          201: answer('Their cards, told once', schemas.cardsAnswer),
          409: problem('A name is taken'),
          ...changes,
        },
      },
      patch: {
        summary: 'Lets in learners who wait',
        requestBody: body(schemas.learnersChange),
        responses: { 204: answer('Let in'), ...changes },
      },
      delete: {
        summary: 'Removes learners with all their works, in one step',
        requestBody: body(schemas.learnersRemoved),
        responses: { 200: answer('Removed', schemas.removedAnswer), ...changes },
      },
    },
    '/api/classes/{class}/learners/{learner}': {
      parameters: [ofClass, path('learner', 'The learner')],
      patch: {
        summary: 'Another name, which then stands on their works; another card; or the card can be tried at once',
        requestBody: body(schemas.learnerChange),
        responses: { 200: answer('Changed', schemas.cardsAnswer), 409: problem('The name is taken'), ...changes },
      },
      delete: { summary: 'Removes a learner with all their works', responses: { 204: answer('Removed'), ...refused } },
    },
    '/api/classes/{class}/tasks': {
      parameters: [ofClass],
      get: { summary: 'Tasks of a class', responses: { 200: answer('Tasks', schemas.tasksAnswer), ...refused } },
      post: {
        summary: 'Sets a chart as a task',
        requestBody: body(schemas.taskRequest),
        responses: { 201: answer('Set', schemas.taskAnswer), ...changes },
      },
    },
  };
}

function tasks() {
  return {
    '/api/tasks/{task}': {
      parameters: [ofTask],
      get: { summary: 'A task', responses: { 200: answer('Task', schemas.taskAnswer), ...refused } },
      patch: {
        summary: 'Its instructions, what may be changed, until when, how it is marked',
        requestBody: body(schemas.taskChange),
        responses: { 200: answer('Changed', schemas.taskAnswer), ...changes },
      },
      delete: { summary: 'Removes a task with all works of it', responses: { 204: answer('Removed'), ...refused } },
    },
    '/api/tasks/{task}/works': {
      parameters: [ofTask],
      get: {
        summary: 'The desk: a place for each learner, with their work',
        responses: { 200: answer('Places', schemas.worksAnswer), ...refused },
      },
      post: {
        summary: 'A learner begins: a chart of their own, their name in its title; begun already, it is given back',
        responses: { 201: answer('Begun', schemas.workAnswer), ...refused },
      },
    },
    '/api/tasks/{task}/events': {
      parameters: [ofTask],
      get: {
        summary:
          'What the desk hears, as server-sent events: {work: true} to look anew, {chart, revision} of each work',
        responses: { 200: { description: 'A stream', content: { 'text/event-stream': {} } }, ...refused },
      },
    },
    '/api/tasks/{task}/compared': {
      parameters: [ofTask],
      get: {
        summary: "All works compared with the teacher's own chart: what most of them lack first",
        responses: { 200: answer('Compared', schemas.comparedAnswer), ...refused },
      },
    },
    '/api/tasks/{task}/marks': {
      parameters: [ofTask],
      get: {
        summary: 'Marks as a table, a row for each learner',
        responses: {
          200: { description: 'The table', content: { 'text/csv': {}, [XLSX.mime]: file } },
          406: problem('No such format'),
          ...refused,
        },
      },
    },
    '/api/tasks/{task}/return': {
      parameters: [ofTask],
      post: {
        summary: 'Gives back all that were handed in',
        requestBody: body(schemas.returnAllRequest),
        responses: { 200: answer('How many', schemas.returnedAnswer), ...changes },
      },
    },
  };
}

function works() {
  const work = answer('The work', schemas.workAnswer);
  return {
    '/api/works/{work}': {
      parameters: [ofWork],
      get: {
        summary: 'A work; for the teacher with what is counted in it, and compared line by line',
        responses: { 200: answer('The work', schemas.workDetail), ...refused },
      },
    },
    '/api/works/{work}/hand-in': {
      parameters: [ofWork],
      post: { summary: 'Hands it in: it is frozen', responses: { 200: work, ...refused } },
      delete: {
        summary: 'Takes it back, to go on with it, until it is due',
        responses: { 200: work, 409: problem('Too late, or returned already'), ...refused },
      },
    },
    '/api/works/{work}/mark': {
      parameters: [ofWork],
      put: { summary: 'Marks it', requestBody: body(schemas.markRequest), responses: { 200: work, ...changes } },
    },
    '/api/works/{work}/return': {
      parameters: [ofWork],
      post: {
        summary: 'Gives it back: with its mark, without, or to be worked on again',
        requestBody: body(schemas.returnRequest),
        responses: { 200: work, ...changes },
      },
    },
    '/api/works/{work}/shown': {
      parameters: [ofWork],
      put: {
        summary: 'Shows a copy of it to all of its class, without whose it is, or no more',
        requestBody: body(schemas.shownRequest),
        responses: { 200: work, ...changes },
      },
    },
    '/api/works/{work}/picture': {
      parameters: [ofWork],
      get: {
        summary: "Its picture, compared with the teacher's own chart: by colour and by sign",
        responses: {
          200: { description: 'The picture', content: allPictures },
          406: problem('No such format'),
          ...changes,
        },
      },
    },
  };
}

export const classPaths = () => ({ ...classes(), ...tasks(), ...works() });
