/** Functions that views may call of photos: one door per data module, so that a page loads only what it uses. */
export { keepPicture, loadPicture, picturesOf } from "@/data/photos";
