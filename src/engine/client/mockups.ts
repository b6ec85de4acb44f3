import type { AssetLoader } from '../art/art-store';
import type { ThingAsk } from '../services/mockups';
import { type AskOf, type Call, handedOver, reading } from '../wire/bounds';
import type { Wire } from '../wire/worker-slot';
import { artFrom, pages, views } from './workers';

export const viewThing = (...[request, ask, load]: [...AskOf<'mockups', 'viewThing'>, AssetLoader]) =>
  views.run(async (s) => {
    await givePhoto(s, ask, load);
    return s.mockups.viewThing(request, ask, artFrom(load));
  }, reading);
export const readyThing: Call<'mockups', 'readyThing'> = (ask) => views.run((s) => s.mockups.readyThing(ask));
export const readyCloth = (...[request, ask, load]: [...AskOf<'mockups', 'readyCloth'>, AssetLoader]) =>
  views.run((s) => s.mockups.readyCloth(request, ask, artFrom(load)));
export const thingPlaces = (ask: ThingAsk, load: AssetLoader) =>
  views.run(async (s) => {
    await givePhoto(s, ask, load);
    return s.mockups.thingPlaces(ask);
  }, reading);
export const reducePhoto = (bytes: Uint8Array<ArrayBuffer>) =>
  pages.run((s) => s.mockups.reducePhoto(bytes), reading);

async function givePhoto(s: Wire, { goods: { view } }: ThingAsk, load: AssetLoader) {
  if ('photo' in view && !(await s.mockups.hasPhoto(view.photo.id)))
    await s.mockups.takePhoto(view.photo.id, handedOver(await load(view.photo.id)));
}
