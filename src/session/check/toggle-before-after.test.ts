import { beforeEach, expect, test } from 'vitest';
import { nextSession } from '../kernel';
import { useProposal } from './proposal';
import { turnToBefore } from './toggle-before-after';
import { useTrial } from './trial';

beforeEach(() => {
  nextSession();
});
const before = () => [useProposal.getState().before, useTrial.getState().before];

test('colours on trial are turned to their before, and a proposal to come is not', () => {
  useTrial.setState({ trial: {} as never });
  expect(turnToBefore()).toBe(true);
  expect(before()).toEqual([false, true]);
});

test('what is proposed comes first, and turns back again; with nothing to compare nothing is turned', () => {
  useProposal.setState({ proposal: {} as never });
  turnToBefore();
  expect(before()).toEqual([true, false]);
  turnToBefore();
  expect(before()).toEqual([false, false]);
  useProposal.setState({ proposal: null });
  expect(turnToBefore()).toBe(false);
  expect(before()).toEqual([false, false]);
});
