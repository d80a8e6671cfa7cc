import { RAD } from "../constants";

/**
 * Cosine of the angle between the sun and a plane's normal; negative with the sun behind the plane.
 * @param zenithDeg sun's zenith angle, degrees
 * @param azimuthDeg sun's azimuth, degrees clockwise from north
 * @param tiltDeg plane's tilt from horizontal, degrees, 0 to 90
 * @param planeAzimuthDeg where the plane faces, degrees clockwise from north
 * Source: Duffie & Beckman 2013, eq. 1.6.3.
 */
export function cosIncidence(zenithDeg: number, azimuthDeg: number, tiltDeg: number, planeAzimuthDeg: number): number {
  const zenith = zenithDeg * RAD;
  const tilt = tiltDeg * RAD;
  return Math.cos(zenith) * Math.cos(tilt) + Math.sin(zenith) * Math.sin(tilt) * Math.cos((azimuthDeg - planeAzimuthDeg) * RAD);
}

/** A plane's normal as a unit vector: east, north and up. */
export function planeNormal(tiltDeg: number, planeAzimuthDeg: number): { east: number; north: number; up: number } {
  const tilt = tiltDeg * RAD;
  const azimuth = planeAzimuthDeg * RAD;
  return { east: Math.sin(tilt) * Math.sin(azimuth), north: Math.sin(tilt) * Math.cos(azimuth), up: Math.cos(tilt) };
}
