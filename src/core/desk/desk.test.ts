import { describe, expect, test } from '@jest/globals';
import { newTextField, type Template } from '../show';
import {
  answerOffer,
  cueInHand,
  drop,
  footOf,
  graphicInHand,
  isDisplaced,
  meaningOf,
  offerOf,
  previewSeen,
  share,
  takeInHand,
  typeInto,
} from './index';
import { Gallery, cards, show } from './gallery';

const gallery = (shares = true): Gallery => new Gallery(show(), ['Ana', 'Bo'], shares);

describe('what is in hand, in preview and taken is one thing', () => {
  test('another’s cue over mine: my edits stay with my card, my next take asks and then takes what the foot says', () => {
    const g = gallery();
    const { Ana, Bo } = g.desks;
    g.call(Ana, '401');
    g.type(Ana, { 'f-name': 'Ana’s words' });
    g.call(Bo, '402');
    expect(isDisplaced(g.view(Ana))).toBe(true);
    expect(footOf(g.view(Ana), 0).alarm).toContain('Bo has put 402');
    // Further typing reaches neither Bo's cue nor air.
    g.type(Ana, { 'f-name': 'Ana’s words, more' });
    expect(g.air.air['main']?.preview?.values).toEqual({ 'f-name': 'two' });
    g.press(Ana, 'take');
    expect(g.up()).toEqual([]);
    expect(footOf(g.view(Ana), 0).take.words).toContain('402');
    g.press(Ana, 'take');
    expect(g.up()).toMatchObject([{ number: '402', values: { 'f-name': 'two' } }]);
    // Called again, what Ana typed is offered.
    g.call(Ana, '401');
    expect(offerOf(g.view(Ana))?.values).toEqual({ 'f-name': 'Ana’s words, more' });
    Ana.desk = answerOffer(g.view(Ana), true);
    expect(previewSeen(g.view(Ana))?.values).toEqual({ 'f-name': 'Ana’s words, more' });
  });
  test('what was put out of preview goes back with one press, and is typed on', () => {
    const g = gallery();
    const { Ana, Bo } = g.desks;
    g.call(Ana, '401');
    g.type(Ana, { 'f-name': 'mine' });
    g.call(Bo, '402');
    g.step(Ana, cueInHand(g.view(Ana)));
    expect(g.air.air['main']?.preview).toMatchObject({ number: '401', values: { 'f-name': 'mine' } });
    expect(isDisplaced(g.view(Ana))).toBe(false);
    g.press(Ana, 'take');
    expect(g.up()).toMatchObject([{ number: '401', values: { 'f-name': 'mine' } }]);
  });
  test('each Desk has a preview of its own, and takes that', () => {
    const g = gallery(false);
    const { Ana, Bo } = g.desks;
    g.call(Ana, '401');
    g.call(Bo, '301');
    expect(footOf(g.view(Ana), 0).take.words).toContain('takes 401');
    g.press(Ana, 'take');
    g.press(Bo, 'take');
    expect(g.up().map(({ number }) => number)).toEqual(['401', '301']);
    expect(g.air.air['main']?.own).toEqual({});
  });
  test('a take right after one’s own cue takes that cue, whatever comes on the way', () => {
    const g = gallery();
    const { Ana, Bo } = g.desks;
    g.hold();
    g.call(Ana, '401');
    expect(footOf(g.view(Ana), 0).take.words).toContain('takes 401');
    g.press(Ana, 'take');
    g.call(Bo, '402');
    g.flow();
    expect(g.up().map(({ number }) => number)).toEqual(['401']);
    expect(Ana.desk.said).toMatchObject({ isRefusal: false });
    expect(graphicInHand(g.view(Ana))?.number).toBe('401');
  });
  test('a cue that came a moment ago is asked about, one that was seen is not', () => {
    const g = gallery();
    const { Ana, Bo } = g.desks;
    g.call(Bo, '402');
    expect(footOf(g.view(Ana), 0).take.asks).toEqual(['Bo has just put it there']);
    g.wait(1);
    expect(footOf(g.view(Ana), 0).take.asks).toEqual([]);
  });
});

describe('what was typed is dropped', () => {
  test('in preview, where the card says its own again, and data what it brings', () => {
    const g = gallery(false);
    const { Ana } = g.desks;
    g.call(Ana, '401');
    g.type(Ana, { 'f-name': 'Typed', 'f-role': 'too' });
    expect(previewSeen(g.view(Ana))?.values).toEqual({ 'f-name': 'Typed', 'f-role': 'too' });
    g.step(Ana, drop(g.view(Ana)));
    expect(previewSeen(g.view(Ana))?.values).toEqual({ 'f-name': 'one' });
    expect(Ana.desk.drafts).toEqual({});
  });
  test('of a correction, where air stands as it was', () => {
    const g = gallery(false);
    const { Ana } = g.desks;
    g.call(Ana, '401');
    g.press(Ana, 'take');
    g.type(Ana, { 'f-name': 'Typed' });
    g.step(Ana, drop(g.view(Ana)));
    g.press(Ana, 'send');
    expect(g.up()).toMatchObject([{ values: { 'f-name': 'one' } }]);
  });
});

test('going from one’s own preview to the shared one takes in hand what is there, and keeps what was typed', () => {
  const g = gallery(false);
  const { Ana } = g.desks;
  g.command(g.desks.Bo, { do: 'cue', channel: 'main', card: '301' });
  g.call(Ana, '401');
  g.type(Ana, { 'f-name': 'Typed' });
  Ana.desk = share(g.view(Ana), true);
  expect(previewSeen(g.view(Ana))?.number).toBe('301');
  g.call(Ana, '401');
  expect(offerOf(g.view(Ana))?.values).toEqual({ 'f-name': 'Typed' });
});

describe('corrections', () => {
  test('typed before the page has heard of its own take belong to the graphic that comes of it', () => {
    const g = gallery(false);
    const { Ana } = g.desks;
    g.call(Ana, '401');
    g.hold();
    g.press(Ana, 'take');
    Ana.desk = typeInto(g.view(Ana), { 'f-name': 'Quick' });
    g.flow();
    g.press(Ana, 'send');
    expect(g.up()).toMatchObject([{ number: '401', values: { 'f-name': 'Quick' } }]);
  });
  test('stay with their graphic while others are in hand, and with their card when it leaves', () => {
    const g = gallery();
    const { Ana, Bo } = g.desks;
    g.call(Ana, '401');
    g.press(Ana, 'take');
    g.wait(1);
    g.type(Ana, { 'f-name': 'One' });
    g.call(Ana, '301');
    const [up] = g.up();
    Ana.desk = takeInHand(g.view(Ana), { graphic: up?.id ?? '' });
    expect(footOf(g.view(Ana), 0).others.map(({ action }) => action)).toContain('send');
    g.command(Bo, { do: 'clear', channel: 'main', lane: 'lower' });
    g.wait(2);
    g.call(Ana, '401');
    expect(offerOf(g.view(Ana))?.values).toEqual({ 'f-name': 'One' });
  });
  test('reach the card where that is wished; taken back, both say what they said', () => {
    const g = gallery();
    const { Ana } = g.desks;
    g.call(Ana, '401');
    g.press(Ana, 'take');
    g.wait(1);
    Ana.desk = { ...Ana.desk, toCard: true };
    g.type(Ana, { 'f-name': 'Wrong', 'f-role': 'new' });
    g.press(Ana, 'send');
    expect(g.air.cards['401']?.values).toEqual({ 'f-name': 'Wrong', 'f-role': 'new' });
    g.press(Ana, 'take-back');
    expect(g.up()[0]?.values).toEqual({ 'f-name': 'one' });
    expect(g.air.cards['401']?.values).toEqual({ 'f-name': 'one' });
    g.press(Ana, 'take-back');
    expect(g.air.cards['401']?.values).toEqual({ 'f-name': 'Wrong', 'f-role': 'new' });
  });
});

describe('keys', () => {
  test('a field keeps its keys but those that send, and Escape and Enter lead out of it', () => {
    const field = { keyboard: { at: 'field', name: 'Name', field: 'f', lines: false } } as const;
    expect(meaningOf(field, {}, '4', '4')).toEqual({ is: 'theirs' });
    expect(meaningOf(field, {}, 'Space', null)).toEqual({ is: 'theirs' });
    expect(meaningOf(field, {}, 'Ctrl+Enter', null)).toEqual({ is: 'action', action: 'send' });
    for (const key of ['Enter', 'Escape']) expect(meaningOf(field, {}, key, null)).toEqual({ is: 'leave' });
    // A field beside the card, as that which finds, keeps its Enter, and sends nothing.
    const find = { keyboard: { at: 'field', name: 'Find', field: null, lines: false } } as const;
    for (const key of ['Enter', 'Ctrl+Enter'])
      expect(meaningOf(find, {}, key, null)).toEqual({ is: 'theirs' });
  });
  test('a control that was reached by keys has Space and Enter; the line has all', () => {
    const control = { keyboard: { at: 'control', name: 'Clear' } } as const;
    expect(meaningOf(control, {}, 'Space', null)).toEqual({ is: 'theirs' });
    expect(meaningOf(control, {}, '4', '4')).toEqual({ is: 'figure', figure: '4' });
    const line = { keyboard: { at: 'line' } } as const;
    expect(meaningOf(line, {}, 'Space', null)).toEqual({ is: 'action', action: 'take' });
    // Nothing that clears is on the key that leaves.
    expect(meaningOf(line, {}, 'Escape', null)).toEqual({ is: 'leave' });
  });
  test('a take without what must be filled asks once', () => {
    const sample = newTextField('f-name', 'Name', 'Name Surname', {});
    const g = new Gallery(
      show([sample], [{ ...cards[0], values: {} } as (typeof cards)[number]]),
      ['Ana'],
      false,
    );
    const { Ana } = g.desks;
    g.call(Ana, '401');
    expect(footOf(g.view(Ana), 0).take.asks[0]).toContain('Name is not filled');
    g.press(Ana, 'take');
    expect(g.up()).toEqual([]);
    g.press(Ana, 'take');
    expect(g.up()).toHaveLength(1);
    g.call(Ana, '401');
    Ana.desk = typeInto(g.view(Ana), { 'f-name': 'Ida' });
    expect(footOf(g.view(Ana), 0).take.asks).toEqual([]);
  });
  test('what data is still to bring is not asked about, what nobody fills is, before the cue has come', () => {
    const fields = ['name', 'score'].map((id) => newTextField(`f-${id}`, id, 'Sample', {}));
    const bare = { ...cards[0], values: {} } as (typeof cards)[number];
    const whole = show(fields, [bare]);
    const name = whole.templates['name'] as Template;
    const g = new Gallery(
      { ...whole, templates: { ...whole.templates, name: { ...name, bound: { 'f-score': 'b' } } } },
      ['Ana'],
      true,
    );
    const { Ana } = g.desks;
    g.hold();
    g.call(Ana, '401');
    expect(footOf(g.view(Ana), 0).take.asks).toEqual([expect.stringMatching(/^name is not filled/)]);
  });
});
