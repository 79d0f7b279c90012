/** Functions that views may call of vehicles: one door per data module, so that a page loads only what it uses. */
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
