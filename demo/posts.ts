import { anyPost, standInServices, usualPostSettings, type WatchWord } from '../src/core/post';
import type { Show } from '../src/core/show';
import { newSource } from '../src/core/source';

const word = (words: string, does: WatchWord['does'], language = 'en'): WatchWord => ({
  words,
  does,
  forms: true,
  whole: true,
  language,
});

/** What viewers write to the programme, out of two services, and what must not be said on air. */
export function addPosts(show: Show): void {
  const ids = ['wall', 'jetty'];
  show.sources['posts'] = newSource('posts', 'Viewers’ posts', {
    kind: 'posts',
    ...usualPostSettings,
    services: standInServices(() => ids.shift() ?? 'service'),
    words: [
      word('numpty', 'bar'),
      word('twit', 'bar'),
      word('clown', 'bar'),
      word('cheat', 'warn'),
      word('robbed', 'warn'),
      word('buy', 'warn'),
      word('half price', 'bar', ''),
      word('earn money', 'bar', ''),
    ],
    searches: [
      { id: 'pictures', name: 'With a picture', search: { ...anyPost, picture: 'yes', links: 'no' } },
      { id: 'squall', name: 'The squall', search: { ...anyPost, tag: 'squall' } },
      { id: 'line', name: 'The broken line', search: { ...anyPost, tag: 'brokenline' } },
      {
        id: 'loved',
        name: 'Loved, last half hour',
        search: { ...anyPost, within: 30, links: 'no', sort: 'most-liked' },
      },
    ],
  });
  show.sources['poll-kite'] = newSource('poll-kite', 'Poll: kite of the day', {
    kind: 'poll',
    posts: 'posts',
    counts: { by: 'service', service: 'wall', poll: 'kite' },
  });
  show.sources['poll-team'] = newSource('poll-team', 'Poll: your team', {
    kind: 'poll',
    posts: 'posts',
    counts: {
      by: 'words',
      question: 'Which team do you cheer for?',
      answers: [
        { text: 'Ox', words: ['A'] },
        { text: 'Skerry Flyers', words: ['B'] },
        { text: 'Équipe Goéland', words: ['C', 'Goéland'] },
        { text: 'Tern & Sons', words: ['D', 'Tern and Sons'] },
      ],
      counts: 'last',
    },
  });
}
