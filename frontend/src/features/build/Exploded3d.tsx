// Parts with their edges in three dimensions, their labels beside them; nothing here knows what they are.

import { useEffect, useRef, useState } from 'react';
import {
  AmbientLight,
  Box3,
  BufferGeometry,
  DirectionalLight,
  Float32BufferAttribute,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { useBuildPageWords } from '../../shared/messages/build-page';
import type { Drawn } from './Exploded';
import css from './exploded.module.css';

/** From the workshop's axes (z up, y away from the subject) to the view's (y up, z toward who looks). */
const view = (x: number, y: number, z: number): [number, number, number] => [x, z, -y];

const COLOURS = {
  cut: '#d9c49a',
  pipe: '#e9ebe8',
  tube: '#bcc4cb',
  bought: '#8f969e',
  found: '#a9b3a0',
  sheet: '#f6f3ea',
  there: '#c9c5bc',
  added: '#d98a2b',
  line: '#3a3630',
};

/** A part as it looks: what is there already, cloth and boards, pipe and tube, and wood. */
export function plainColour(part: Pick<Drawn, 'sheet' | 'source' | 'bar'>): string {
  if (part.sheet) return COLOURS.sheet;
  if (part.source === 'cut' && (part.bar === 'pipe' || part.bar === 'tube')) return COLOURS[part.bar];
  return COLOURS[part.source];
}

type Props = {
  parts: Drawn[];
  /** 0 together, 1 taken apart. */
  apart: number;
  /** What a step adds and what was there before; null shows all alike. */
  added: Set<string> | null;
  present: Set<string> | null;
};

function solidOf(part: Drawn): Group {
  const places: number[] = [];
  for (let i = 0; i < part.points.length; i += 3)
    places.push(...view(part.points[i] ?? 0, part.points[i + 1] ?? 0, part.points[i + 2] ?? 0));
  const points = new Float32BufferAttribute(places, 3);
  const faces = new BufferGeometry();
  faces.setAttribute('position', points);
  faces.setIndex(part.triangles);
  const body = faces.toNonIndexed();
  body.computeVertexNormals();
  const edges = new BufferGeometry();
  edges.setAttribute('position', points);
  edges.setIndex(part.edges);
  const group = new Group();
  group.name = part.id;
  group.add(
    new Mesh(
      body,
      new MeshLambertMaterial({
        polygonOffset: true,
        polygonOffsetFactor: 1,
        polygonOffsetUnits: 1,
        // what is behind cloth and boards is guessed at
        transparent: part.sheet,
        opacity: part.sheet ? 0.72 : 1,
        depthWrite: !part.sheet,
      }),
    ),
    new LineSegments(edges, new LineBasicMaterial({ color: COLOURS.line })),
  );
  return group;
}

/** So much is drawn nearer: what is taken apart takes more room, and a view that is narrow has less across. */
export const zoomFor = (aspect: number, apart: number) => Math.min(1, aspect) / (1 + 0.35 * apart);

function stage(canvas: HTMLCanvasElement) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
  renderer.setPixelRatio(Math.min(globalThis.devicePixelRatio ?? 1, 2));
  const scene = new Scene();
  const camera = new PerspectiveCamera(32, 1.5, 0.05, 60);
  const controls = new OrbitControls(camera, canvas);
  scene.add(new AmbientLight(0xffffff, 1.7));
  const sun = new DirectionalLight(0xffffff, 1.6);
  sun.position.set(2, 5, 4);
  scene.add(sun);
  return { renderer, scene, camera, controls, groups: new Map<string, Group>(), looked: false, apart: 0 };
}

export default function Exploded3d({ parts, apart, added, present }: Props) {
  const t = useBuildPageWords();
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const labels = useRef<HTMLDivElement>(null);
  const kit = useRef<ReturnType<typeof stage> | null>(null);
  const [failed, setFailed] = useState(false);
  const draw = useRef<() => void>(() => undefined);

  useEffect(() => {
    if (!canvas.current || !frame.current) return;
    let made: ReturnType<typeof stage>;
    try {
      made = stage(canvas.current);
    } catch {
      setFailed(true);
      return;
    }
    kit.current = made;
    draw.current = () => {
      made.renderer.render(made.scene, made.camera);
      const { width, height } = made.renderer.domElement.getBoundingClientRect();
      for (const tag of labels.current?.children ?? []) {
        const group = made.groups.get((tag as HTMLElement).dataset.part ?? '');
        if (!group) continue;
        const place = new Box3().setFromObject(group).getCenter(new Vector3()).project(made.camera);
        const style = (tag as HTMLElement).style;
        style.transform = `translate(${((place.x + 1) / 2) * width}px, ${((1 - place.y) / 2) * height}px)`;
        style.visibility = group.visible ? 'visible' : 'hidden';
      }
    };
    made.controls.addEventListener('change', () => draw.current());
    const fit = new ResizeObserver(([entry]) => {
      const { width = 1, height = 1 } = entry?.contentRect ?? {};
      made.renderer.setSize(width, height, false);
      made.camera.aspect = width / Math.max(height, 1);
      made.camera.zoom = zoomFor(made.camera.aspect, made.apart);
      made.camera.updateProjectionMatrix();
      draw.current();
    });
    fit.observe(frame.current);
    return () => {
      fit.disconnect();
      made.controls.dispose();
      made.renderer.dispose();
      kit.current = null;
    };
  }, []);

  useEffect(() => {
    const made = kit.current;
    if (!made) return;
    for (const old of made.groups.values()) made.scene.remove(old);
    made.groups = new Map(parts.map((part) => [part.id, solidOf(part)]));
    for (const group of made.groups.values()) made.scene.add(group);
    if (!made.looked && parts.length) {
      const box = new Box3();
      for (const group of made.groups.values()) box.expandByObject(group);
      const [middle, size] = [box.getCenter(new Vector3()), box.getSize(new Vector3()).length()];
      made.controls.target.copy(middle);
      made.camera.position
        .copy(middle)
        .add(new Vector3(0.62, 0.34, 1).normalize().multiplyScalar(1.85 * size));
      made.controls.update();
      made.looked = true;
    }
  }, [parts]);

  useEffect(() => {
    for (const part of parts) {
      const group = kit.current?.groups.get(part.id);
      if (!group) continue;
      const [x = 0, y = 0, z = 0] = part.explode;
      group.position.set(...view(apart * x, apart * y, apart * z));
      const isNew = added?.has(part.id) ?? false;
      group.visible = added === null || isNew || (present?.has(part.id) ?? false);
      const [body] = group.children as [Mesh<BufferGeometry, MeshLambertMaterial>];
      const plain = plainColour(part);
      body.material.color.set(added === null ? plain : isNew ? COLOURS.added : COLOURS.there);
    }
    const made = kit.current;
    if (made) {
      made.apart = apart;
      made.camera.zoom = zoomFor(made.camera.aspect, apart);
      made.camera.updateProjectionMatrix();
    }
    draw.current();
  }, [parts, apart, added, present]);

  if (failed) return <p className="picture-problem">{t('build-page-this-browser-shows-nothing-in')}</p>;
  return (
    <div ref={frame} className={css.explodedSpace}>
      <canvas ref={canvas} role="img" aria-label={t('build-page-the-built-thing-with-the')} />
      <div ref={labels} className={css.explodedLabels} aria-hidden="true">
        {parts
          .filter((part) => part.label)
          .map((part) => (
            <span key={part.id} data-part={part.id}>
              {part.label}
            </span>
          ))}
      </div>
    </div>
  );
}
