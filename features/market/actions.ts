'use server';

import { action, formOf, id } from '../../server/common/action';
import { database } from '../../server/common/database';
import { requestKey } from '../../server/common/fields';
import { type MakerForm, saveMaker } from '../../server/market/maker';
import { offer, type OfferForm, priceSeen, sell, sellable, takeBack, withdraw } from '../../server/market/sales';

export const putUp = action([formOf<OfferForm>()], (form) => offer(database(), form));

export const takeOff = action([sellable], (what) => withdraw(database(), what));

export const markSold = action([sellable, priceSeen, requestKey], (what, seen, key) =>
  sell(database(), { what, seen }, key, new Date()),
);

export const takeSaleBack = action([id], (saleId) => takeBack(database(), saleId, new Date()));

export const keepMaker = action([formOf<MakerForm>()], (form) => saveMaker(database(), form));
