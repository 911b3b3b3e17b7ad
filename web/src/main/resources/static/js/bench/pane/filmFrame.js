import * as THREE from "/npm/three.module.js";
import { ofDegrees } from "../rotation.js";

const SHAPES = ["flat", "panini", "stereographic", "equidistant", "cylindrical"];
const RAD = Math.PI / 180;

const VERTEX = `
varying vec2 place;
void main() {
  place = position.xy;
  gl_Position = vec4(position.xy, 0.0, 1.0);
}`;

/** As in frameShapes.js, which says how each shape shows the sphere. */
const FRAGMENT = `
precision highp float;
varying vec2 place;
uniform sampler2D film;
uniform int shape;
uniform float field;
uniform float rise;
uniform vec4 turn;
const float PI = 3.141592653589793;
vec3 upright(float yaw, float up) { return normalize(vec3(sin(yaw), up, cos(yaw))); }
vec3 central(vec2 at, float from) { float out1 = length(at); return vec3(at * (out1 > 0.0 ? sin(from) / out1 : 0.0), cos(from)); }
void main() {
  vec2 at = vec2(place.x, -place.y * rise);
  float out1 = length(at);
  vec3 ray;
  float from = 0.0;
  if (shape == 0) {
    from = atan(out1 * tan(field / 2.0));
    ray = central(at, from);
  } else if (shape == 1) {
    float half1 = 2.0 / (1.0 + cos(field / 2.0)) * sin(field / 2.0);
    vec2 to = at * half1;
    float k = to.x * to.x / 4.0;
    float c = (1.0 - k) / (1.0 + k);
    float stretch = 2.0 / (1.0 + c);
    ray = upright(atan(to.x, stretch * c), to.y / stretch);
  } else if (shape == 2) {
    from = 2.0 * atan(out1 * tan(field / 4.0));
    ray = central(at, from);
  } else if (shape == 3) {
    from = out1 * field / 2.0;
    ray = central(at, from);
  } else {
    ray = upright(at.x * field / 2.0, at.y * field / 2.0);
  }
  if (from > PI) { gl_FragColor = vec4(0.0, 0.0, 0.0, 1.0); return; }
  vec3 seen = ray + 2.0 * cross(turn.xyz, cross(turn.xyz, ray) + turn.w * ray);
  vec2 sphere = vec2(0.5 + atan(seen.x, seen.z) / (2.0 * PI), 0.5 - asin(clamp(seen.y, -1.0, 1.0)) / PI);
  gl_FragColor = vec4(texture2D(film, sphere).rgb, 1.0);
}`;

/** What a framing shows of a film of the sphere, by the graphics hardware: quick, for playing. */
export class FilmFrame {
  /**
   * The picture of the film's frame at hand; the same canvas each time.
   * @param {HTMLVideoElement} film
   * @param {{shape: string, aspect: {width: number, height: number}}} framing
   * @param {import("../frameShapes.js").Look} look
   * @param {{width: number, height: number}} size
   */
  of(film, framing, look, size) {
    this.open();
    if (this.shown !== film) {
      this.shown = film;
      this.texture?.dispose();
      this.texture = new THREE.VideoTexture(film);
      this.texture.colorSpace = THREE.NoColorSpace;
      this.texture.wrapS = THREE.RepeatWrapping;
      this.texture.generateMipmaps = false;
      this.uniforms.film.value = this.texture;
    }
    this.texture.needsUpdate = true;
    const [w, x, y, z] = ofDegrees(look);
    this.uniforms.shape.value = SHAPES.indexOf(framing.shape);
    this.uniforms.field.value = look.field * RAD;
    this.uniforms.rise.value = framing.aspect.height / framing.aspect.width;
    this.uniforms.turn.value.set(x, y, z, w);
    this.renderer.setSize(size.width, size.height, false);
    this.renderer.render(this.scene, this.camera);
    return this.renderer.domElement;
  }

  open() {
    if (this.renderer) {
      return;
    }
    this.renderer = new THREE.WebGLRenderer({ preserveDrawingBuffer: true });
    this.renderer.outputColorSpace = THREE.LinearSRGBColorSpace;
    this.camera = new THREE.Camera();
    this.scene = new THREE.Scene();
    this.uniforms = { film: { value: null }, shape: { value: 0 }, field: { value: 1 }, rise: { value: 1 }, turn: { value: new THREE.Vector4(0, 0, 0, 1) } };
    const material = new THREE.ShaderMaterial({ uniforms: this.uniforms, vertexShader: VERTEX, fragmentShader: FRAGMENT, depthTest: false });
    const sheet = new THREE.Mesh(new THREE.PlaneGeometry(2, 2), material);
    sheet.frustumCulled = false;
    this.scene.add(sheet);
  }

  close() {
    this.texture?.dispose();
    this.renderer?.dispose();
    this.renderer?.forceContextLoss();
  }
}
