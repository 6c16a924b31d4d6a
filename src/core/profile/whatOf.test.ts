import { expect, test } from '@jest/globals';
import { SHOW_DESK } from '../../../demo';
import { whatOf, type Edit } from '.';

const clear = (layer: string, key: string): Edit => ({ edit: 'assign', layer, key, to: null });

test.each<[Edit, string]>([
  [clear('base', 'CapsLock'), 'Caps Lock on Base'],
  [{ edit: 'several', edits: [clear('base', 'KeyA'), clear('cues', 'KeyA')] }, 'A on Base and A on Cues'],
  [
    { edit: 'several', edits: [clear('base', 'KeyA'), clear('base', 'KeyB'), { edit: 'timing', to: {} }] },
    'A on Base and 2 more',
  ],
  [{ edit: 'remove', list: 'macros', id: 'thunder' }, 'the macro Thunder roll'],
  [{ edit: 'travel', key: null, to: null }, 'the depths of the board'],
  [{ edit: 'describeLayer', layer: 'rig', to: { name: 'Lights' } }, 'the layer Rig'],
])('what an edit is about: %j', (edit, what) => expect(whatOf(edit, SHOW_DESK)).toBe(what));
