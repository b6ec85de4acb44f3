import { registry } from '../units';
import bedCover from './bed-cover/product.json' with { type: 'json' };
import card from './card/product.json' with { type: 'json' };
import cloth from './cloth/product.json' with { type: 'json' };
import cushion from './cushion/product.json' with { type: 'json' };
import giftWrap from './gift-wrap/product.json' with { type: 'json' };
import lampshade from './lampshade/product.json' with { type: 'json' };
import mousePad from './mouse-pad/product.json' with { type: 'json' };
import mug from './mug/product.json' with { type: 'json' };
import notebook from './notebook/product.json' with { type: 'json' };
import paper from './paper/product.json' with { type: 'json' };
import phoneCase from './phone-case/product.json' with { type: 'json' };
import { type Product, productSchema } from './product';
import screen from './screen/product.json' with { type: 'json' };
import shirt from './shirt/product.json' with { type: 'json' };
import skirt from './skirt/product.json' with { type: 'json' };
import teaTowel from './tea-towel/product.json' with { type: 'json' };
import tissue from './tissue/product.json' with { type: 'json' };
import tote from './tote/product.json' with { type: 'json' };
import tumbler from './tumbler/product.json' with { type: 'json' };
import wallcovering from './wallcovering/product.json' with { type: 'json' };

/** Everything that can be printed on: each is one folder and one line here. The first stands for one that is not known. */
const PRODUCTS = [
  cloth,
  wallcovering,
  paper,
  screen,
  cushion,
  mug,
  giftWrap,
  skirt,
  shirt,
  bedCover,
  teaTowel,
  tote,
  tissue,
  card,
  notebook,
  tumbler,
  phoneCase,
  mousePad,
  lampshade,
].map((p) => productSchema.parse(p));

export const products = registry(PRODUCTS, (p) => [p.id]);

/** The product of a name; the first where there is none of it. */
export const productOf = (id: string): Product => products.of(id) ?? PRODUCTS[0];

/** What is printed by the length or in general, and the one that is chosen. */
export const printedAs = (chosen: string): Product[] =>
  products.all().filter((p) => !p.made || p.id === chosen);
