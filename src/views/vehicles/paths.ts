export const vehiclePath = (id: string) => `/vehicle?id=${encodeURIComponent(id)}`;
