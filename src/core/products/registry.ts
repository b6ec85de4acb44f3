import { registry } from '../units';
import cloth from './cloth/product.json' with { type: 'json' };
import cushion from './cushion/product.json' with { type: 'json' };
import giftWrap from './gift-wrap/product.json' with { type: 'json' };
import mug from './mug/product.json' with { type: 'json' };
import paper from './paper/product.json' with { type: 'json' };
import { type Product, productSchema } from './product';
import screen from './screen/product.json' with { type: 'json' };
import wallcovering from './wallcovering/product.json' with { type: 'json' };

/** Everything that can be printed on: each is one folder and one line here. The first stands for one that is not known. */
const PRODUCTS = [cloth, wallcovering, paper, screen, cushion, mug, giftWrap].map((p) =>
  productSchema.parse(p),
);

export const products = registry(PRODUCTS, (p) => [p.id]);

/** The product of a name; the first where there is none of it. */
export const productOf = (id: string): Product => products.of(id) ?? PRODUCTS[0];
