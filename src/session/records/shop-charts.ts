/** Functions that views may call of pressure charts: one door per data module, so that a page loads only what it uses. */
export {
  keepShopChart,
  loadShopChart,
  removeShopChart,
  SHOP_CHART_LIMIT_BYTES,
  type ShopChart,
  shopChartText,
} from "@/data/shop-charts";
