/** The one door of the views to the stored records: every function of the data layer that a view may call. */
export { replaceUnreadableChoices } from "@/data/choices";
export { allowFolder, chooseFolder, forgetFolder, howCopied, noteCopied, noteJobSaved } from "@/data/copies";
export { type DamagedRecord, damagedVehicles, removeDamaged } from "@/data/damaged";
export { addDrills, type chargeAnswers, dropOpenRun, type KeptDrills } from "@/data/drills";
export { listImports } from "@/data/import";
export {
  clearRemoved,
  createJob,
  createJobFrom,
  duplicateJob,
  editJob,
  jobsOf,
  jobsOfVehicle,
  listJobs,
  listRemoved,
  loadJob,
  type MostJobs,
  REMOVED_KEPT_MS,
  type Removed,
  recordAsText,
  removeJob,
  restoreJob,
  visitsOfVehicle,
} from "@/data/jobs";
export { askToKeep, storageState } from "@/data/keeping";
export { keepPicture, loadPicture, picturesOf } from "@/data/photos";
export { countStored, eraseAll } from "@/data/shop";
export {
  keepShopChart,
  loadShopChart,
  removeShopChart,
  SHOP_CHART_LIMIT_BYTES,
  type ShopChart,
  shopChartText,
} from "@/data/shop-charts";
export { dropStaged } from "@/data/staging";
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
export {
  editVehicle,
  findVehicles,
  joinVehicles,
  listVehicles,
  loadVehicle,
  newestVehicles,
  perhapsTheSame,
  searchVehicles,
  similarVehicles,
  takeVehicleApart,
  type VehicleFile,
  vehicleNamed,
  vehiclesByPapers,
} from "@/data/vehicles";
export { checkServer, fileMark, isDemoWorkshop, openWorkshop } from "@/data/workshop";
