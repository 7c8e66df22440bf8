// The set in three dimensions, turned by hand: for looking, never the only way to see a thing.
import { useEffect, useRef, useState } from 'react';
import {
  AmbientLight,
  Box3,
  Color,
  DirectionalLight,
  type Mesh,
  type MeshStandardMaterial,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import type { Shoot } from '../../shared/api/client';
import { pictureKey } from '../../shared/state/picture';
import { fetchSetFile } from './Exports';
import css from './place.module.css';

const SETTLE_MS = 250;

/** Parts of three.js that live as long as the view does. */
function stage(canvas: HTMLCanvasElement) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
  const scene = new Scene();
  const camera = new PerspectiveCamera(42, 1.5, 0.05, 60);
  camera.position.set(3.4, 3.6, 5.2);
  const controls = new OrbitControls(camera, canvas);
  controls.target.set(0, 1.1, 0);
  controls.update();
  scene.add(new AmbientLight(0xffffff, 1.6));
  const sun = new DirectionalLight(0xffffff, 1.4);
  sun.position.set(2, 5, 3);
  scene.add(sun);
  const draw = () => renderer.render(scene, camera);
  controls.addEventListener('change', draw);
  return { renderer, scene, camera, controls, draw };
}

export default function View3d({ document }: { document: Shoot }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const built = useRef<ReturnType<typeof stage> | null>(null);
  const [state, setState] = useState<'waiting' | 'shown' | 'failed'>('waiting');
  const key = pictureKey(document);

  useEffect(() => {
    if (!canvas.current || !frame.current) return;
    let kit: ReturnType<typeof stage>;
    try {
      kit = stage(canvas.current);
    } catch {
      setState('failed');
      return;
    }
    built.current = kit;
    const fit = new ResizeObserver(([entry]) => {
      const { width = 1, height = 1 } = entry?.contentRect ?? {};
      kit.renderer.setSize(width, height, false);
      kit.camera.aspect = width / Math.max(height, 1);
      kit.camera.updateProjectionMatrix();
      kit.draw();
    });
    fit.observe(frame.current);
    return () => {
      fit.disconnect();
      kit.controls.dispose();
      kit.renderer.dispose();
      built.current = null;
    };
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for all of the document that is seen
  useEffect(() => {
    const control = new AbortController();
    const show = async () => {
      const kit = built.current;
      if (!kit) return;
      const bytes = await (await fetchSetFile(document, 'glb', control.signal)).arrayBuffer();
      const { scene: model } = await new GLTFLoader().parseAsync(bytes, '');
      if (control.signal.aborted) return;
      for (const old of kit.scene.children.filter((c) => c.name === 'set')) kit.scene.remove(old);
      model.name = 'set';
      model.traverse((node) => {
        const mesh = node as Mesh;
        if (!mesh.isMesh) return;
        mesh.geometry.computeVertexNormals();
        const material = mesh.material as MeshStandardMaterial;
        material.flatShading = true;
        if (material.opacity < 1) material.depthWrite = false;
        if (material.color.getHSL({ h: 0, s: 0, l: 0 }).l < 0.06) material.color = new Color(0x2b2a28);
      });
      kit.scene.add(model);
      const middle = new Box3().setFromObject(model).getCenter(new Vector3());
      kit.controls.target.set(0, Math.min(middle.y, 1.2), 0);
      kit.controls.update();
      kit.draw();
      setState('shown');
    };
    const timer = setTimeout(() => {
      show().catch(() => {
        if (!control.signal.aborted) setState('failed');
      });
    }, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      control.abort();
    };
  }, [key]);

  return (
    <div ref={frame} className={css.turnableView} data-state={state}>
      <canvas
        ref={canvas}
        role="img"
        aria-label="The set in three dimensions; drag to turn it, the wheel comes nearer. The plan and the elevations show the same."
      />
      {state === 'waiting' ? <span className="picture-progress">building it…</span> : null}
      {state === 'failed' ? (
        <p className="picture-problem">
          This browser shows nothing in three dimensions; the plan and the elevations show the same.
        </p>
      ) : null}
    </div>
  );
}
