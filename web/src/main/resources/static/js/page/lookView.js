import * as THREE from "/npm/three.module.js";

const MIN_FIELD = 20;
const MAX_FIELD = 130;

/** What a picture holds: of the whole sphere or the half ahead, for one eye or for two. */
const WHOLE = { half: false, eyes: "one" };

/** The sphere, or the half of it whose middle lies where the whole one's does. */
function shape(half) {
  const geometry = half ? new THREE.SphereGeometry(5, 64, 64, Math.PI / 2, Math.PI) : new THREE.SphereGeometry(5, 96, 64);
  geometry.scale(-1, 1, 1);
  return geometry;
}

/**
 * The sphere seen from inside: drag to look, wheel to change the field. Of two eyes it shows one, both beside each other for a headset
 * holder, or a grey anaglyph.
 * @param {HTMLElement} host
 * @param {(view: {yaw: number, pitch: number, field: number}) => void} onLook
 */
export class LookView {
  constructor(host, onLook = () => {}) {
    this.host = host;
    this.onLook = onLook;
    this.yaw = 0;
    this.pitch = 0;
    this.field = 90;
    this.mayTurn = () => true;
    this.renderer = new THREE.WebGLRenderer({ antialias: true });
    this.renderer.outputColorSpace = THREE.LinearSRGBColorSpace;
    host.append(this.renderer.domElement);
    this.camera = new THREE.PerspectiveCamera(this.field, 1, 0.1, 10);
    this.scene = new THREE.Scene();
    this.layout = WHOLE;
    this.eyes = "left";
    this.grey = { value: 0 };
    this.material = new THREE.MeshBasicMaterial({ color: 0x555555 });
    this.material.onBeforeCompile = (shader) => {
      shader.uniforms.grey = this.grey;
      shader.fragmentShader = `uniform float grey;\n${shader.fragmentShader}`.replace(
        "#include <dithering_fragment>",
        "gl_FragColor.rgb = mix(gl_FragColor.rgb, vec3(dot(gl_FragColor.rgb, vec3(0.299, 0.587, 0.114))), grey);",
      );
    };
    this.mesh = new THREE.Mesh(shape(false), this.material);
    this.scene.add(this.mesh);
    this.watch = new ResizeObserver(() => this.draw());
    this.watch.observe(host);
    this.listen();
  }

  /**
   * Shows a picture: an ImageBitmap, or a video element whose frames are followed.
   * @param {{half: boolean, eyes: "one"|"beside"|"above"}} layout of it
   */
  show(source, layout = WHOLE) {
    if (layout.half !== this.layout.half) {
      this.mesh.geometry.dispose();
      this.mesh.geometry = shape(layout.half);
    }
    this.layout = layout;
    this.material.map?.dispose();
    const video = source instanceof HTMLVideoElement;
    const texture = video ? new THREE.VideoTexture(source) : new THREE.Texture(source);
    texture.colorSpace = THREE.NoColorSpace;
    texture.minFilter = THREE.LinearFilter;
    texture.generateMipmaps = false;
    // ImageBitmaps ignore flipY: they are turned over here.
    if (!video) {
      texture.flipY = false;
    }
    this.turnedOver = !video;
    texture.needsUpdate = true;
    this.material.color.set(0xffffff);
    this.material.map = texture;
    this.material.needsUpdate = true;
    this.draw();
  }

  /** Shows the frame that a video shows now; to be called for each. */
  follow(video) {
    if (this.source !== video) {
      this.source = video;
      this.show(video);
    }
    this.material.map.needsUpdate = true;
    this.draw();
  }

  draw() {
    const { clientWidth: width, clientHeight: height } = this.host;
    if (!width || !height) {
      return;
    }
    this.renderer.setPixelRatio(window.devicePixelRatio);
    this.renderer.setSize(width, height, false);
    const canvas = this.renderer.domElement;
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
    this.camera.aspect = width / height;
    // The field is stated across the width.
    const half = Math.atan(Math.tan((this.field * Math.PI) / 360) / this.camera.aspect);
    this.camera.fov = (half * 360) / Math.PI;
    this.camera.updateProjectionMatrix();
    const yaw = (this.yaw * Math.PI) / 180;
    const pitch = (this.pitch * Math.PI) / 180;
    // The middle of an equirectangular texture lies along -X of three's mirrored sphere.
    this.camera.lookAt(-Math.cos(pitch) * Math.cos(yaw), Math.sin(pitch), -Math.cos(pitch) * Math.sin(yaw));
    this.renderViews(width, height);
    this.onLook({ yaw: this.yaw, pitch: this.pitch, field: this.field });
  }

  renderViews(width, height) {
    const pair = this.layout.eyes !== "one";
    const { renderer } = this;
    const gl = renderer.getContext();
    renderer.setViewport(0, 0, width, height);
    if (pair && this.eyes === "pair") {
      // Each eye has half of the width.
      this.camera.aspect = width / 2 / height;
      this.camera.updateProjectionMatrix();
      renderer.setScissorTest(true);
      for (const [second, left] of [[false, 0], [true, width / 2]]) {
        renderer.setViewport(left, 0, width / 2, height);
        renderer.setScissor(left, 0, width / 2, height);
        this.renderEye(second);
      }
      renderer.setScissorTest(false);
    } else if (pair && this.eyes === "anaglyph") {
      this.grey.value = 1;
      this.renderEye(false);
      renderer.autoClear = false;
      renderer.clearDepth();
      gl.colorMask(false, true, true, true);
      renderer.state.buffers.color.setLocked(true);
      this.renderEye(true);
      renderer.state.buffers.color.setLocked(false);
      gl.colorMask(true, true, true, true);
      renderer.autoClear = true;
      this.grey.value = 0;
    } else {
      this.renderEye(pair && this.eyes === "right");
    }
  }

  /** Shows the part of the picture that is one eye's. */
  renderEye(second) {
    const { map } = this.material;
    if (map) {
      const [across, down] = { one: [1, 1], beside: [0.5, 1], above: [1, 0.5] }[this.layout.eyes];
      const left = second && across < 1 ? 0.5 : 0;
      const top = second && down < 1 ? 0.5 : 0;
      map.repeat.set(across, this.turnedOver ? -down : down);
      map.offset.set(left, this.turnedOver ? top + down : 1 - top - down);
      map.updateMatrix();
    }
    this.renderer.render(this.scene, this.camera);
  }

  /** Right, down and ahead of who looks, in the canvas's axes: x right, y down, z to the middle. */
  axes() {
    const yaw = (this.yaw * Math.PI) / 180;
    const pitch = (this.pitch * Math.PI) / 180;
    const [sinYaw, cosYaw, sinPitch, cosPitch] = [Math.sin(yaw), Math.cos(yaw), Math.sin(pitch), Math.cos(pitch)];
    return {
      right: [cosYaw, 0, -sinYaw],
      down: [sinYaw * sinPitch, cosPitch, cosYaw * sinPitch],
      ahead: [sinYaw * cosPitch, -sinPitch, cosYaw * cosPitch],
    };
  }

  /** Screen pixels for a tangent of one. */
  focal() {
    return this.host.clientWidth / 2 / Math.tan((this.field * Math.PI) / 360);
  }

  /** The place of the sphere's picture under a pointer, both 0 to 1. */
  placeAt(event) {
    const box = this.host.getBoundingClientRect();
    const { right, down, ahead } = this.axes();
    const x = (event.clientX - box.left - box.width / 2) / this.focal();
    const y = (event.clientY - box.top - box.height / 2) / this.focal();
    const [east, south, north] = ahead.map((value, k) => value + x * right[k] + y * down[k]);
    return {
      x: 0.5 + Math.atan2(east, north) / (2 * Math.PI),
      y: 0.5 + Math.atan2(south, Math.hypot(east, north)) / Math.PI,
    };
  }

  /** Where a place of the sphere's picture is seen, screen pixels; null behind who looks. */
  onScreen({ x, y }) {
    const yaw = (x - 0.5) * 2 * Math.PI;
    const pitch = (0.5 - y) * Math.PI;
    const direction = [Math.sin(yaw) * Math.cos(pitch), -Math.sin(pitch), Math.cos(yaw) * Math.cos(pitch)];
    const along = (axis) => axis.reduce((sum, value, k) => sum + value * direction[k], 0);
    const { right, down, ahead } = this.axes();
    const depth = along(ahead);
    return depth > 0.05
      ? { x: this.host.clientWidth / 2 + (this.focal() * along(right)) / depth, y: this.host.clientHeight / 2 + (this.focal() * along(down)) / depth }
      : null;
  }

  turn(yaw, pitch) {
    this.yaw = ((((this.yaw + yaw + 180) % 360) + 360) % 360) - 180;
    this.pitch = Math.max(-89.9, Math.min(89.9, this.pitch + pitch));
    this.draw();
  }

  zoom(factor) {
    this.field = Math.max(MIN_FIELD, Math.min(MAX_FIELD, this.field * factor));
    this.draw();
  }

  listen() {
    const { host } = this;
    host.addEventListener("pointerdown", (event) => {
      if (!this.mayTurn(event)) {
        return;
      }
      host.setPointerCapture(event.pointerId);
      let last = event;
      const move = (next) => {
        const scale = this.field / host.clientWidth;
        this.turn((last.clientX - next.clientX) * scale, (next.clientY - last.clientY) * scale);
        last = next;
      };
      host.addEventListener("pointermove", move);
      host.addEventListener("pointerup", () => host.removeEventListener("pointermove", move), { once: true });
    });
    host.addEventListener("wheel", (event) => {
      event.preventDefault();
      this.zoom(Math.exp(event.deltaY / 800));
    }, { passive: false });
    host.addEventListener("keydown", (event) => {
      const step = this.field / 12;
      const turns = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] };
      if (turns[event.key] && event.altKey) {
        event.preventDefault();
        event.stopPropagation();
        this.turn(...turns[event.key]);
      }
    });
  }

  close() {
    this.watch.disconnect();
    this.material.map?.dispose();
    this.renderer.dispose();
    this.renderer.forceContextLoss();
    this.renderer.domElement.remove();
  }
}
