/** Functions that views may call of the ledger: one door per data module, so that a page loads only what it uses. */
export {
  addStock,
  loadLedger,
  type NewestLines,
  newestLines,
  putContainer,
  recordStock,
  reverseStock,
  type ShopLedger,
  StockRefusal,
} from "@/data/stock";
