// The set in three dimensions as it will stand, turned by hand, with the solved light on it.

import { CompressOutlined, ExpandOutlined } from '@ant-design/icons';
import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import { useEffect, useRef, useState } from 'react';
import {
  AmbientLight,
  Box3,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  Float32BufferAttribute,
  Group,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { Schemas, Shoot } from '../../shared/api/client';
import { setViewQuery } from '../../shared/api/queries';
import { LIGHT_LEVELS } from '../../shared/drawing/LightBands';
import { usePlaceWords } from '../../shared/messages/place';
import { useSettled } from '../../shared/state/settled';
import css from './place.module.css';
import { coloursOf, plainColour, type SetSolid, SHADINGS, type Shading } from './setView';

const SETTLE_MS = 250;

/** A set that is larger, outdoors, is looked at from as far as this. */
const MOST_SHOWN = 9;

const LEVELS = LIGHT_LEVELS.map((level) => level.from);

/** From the set's axes (z up, y away from the camera) to the view's (y up, z toward who looks). */
function turned(points: number[]): number[] {
  const places: number[] = [];
  for (let i = 0; i < points.length; i += 3)
    places.push(points[i] ?? 0, points[i + 2] ?? 0, -(points[i + 1] ?? 0));
  return places;
}

/** Parts of three.js that live as long as the view does. */
function stage(canvas: HTMLCanvasElement) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
  renderer.setPixelRatio(Math.min(globalThis.devicePixelRatio ?? 1, 2));
  const scene = new Scene();
  const camera = new PerspectiveCamera(42, 1.5, 0.05, 60);
  const controls = new OrbitControls(camera, canvas);
  scene.add(new AmbientLight(0xffffff, 1.6));
  const sun = new DirectionalLight(0xffffff, 1.4);
  sun.position.set(2, 5, 3);
  scene.add(sun);
  const draw = () => renderer.render(scene, camera);
  controls.addEventListener('change', draw);
  return { renderer, scene, camera, controls, draw, looked: false };
}

/** Colours of the bands of light as the plan has them. */
function bandColours(): [number, number, number][] {
  const style = getComputedStyle(globalThis.document.documentElement);
  return LEVELS.map((_, i) => {
    const { r, g, b } = new Color(style.getPropertyValue(`--glow-${i}`).trim() || '#888');
    return [r, g, b];
  });
}

function meshOf(solid: SetSolid, shading: Shading, bands: [number, number, number][]): Mesh {
  const shape = new BufferGeometry();
  shape.setAttribute('position', new Float32BufferAttribute(turned(solid.points), 3));
  shape.setIndex(solid.triangles);
  const colours = coloursOf(solid, shading, LEVELS, bands);
  if (colours) shape.setAttribute('color', new Float32BufferAttribute(colours, 3));
  const body = colours ? shape : shape.toNonIndexed();
  if (!colours) body.computeVertexNormals();
  const [red, green, blue] = plainColour(solid);
  const seen = {
    transparent: solid.opacity < 1,
    opacity: solid.opacity,
    depthWrite: solid.opacity === 1,
    side: solid.sort === 'built' || solid.sort === 'stand' ? undefined : DoubleSide,
  };
  const options = { ...seen, side: seen.side ?? (0 as const) };
  const material =
    colours || solid.shines
      ? new MeshBasicMaterial({
          ...options,
          vertexColors: colours !== null,
          color: colours ? 0xffffff : new Color(red, green, blue),
        })
      : new MeshLambertMaterial({ ...options, color: new Color(red, green, blue) });
  const mesh = new Mesh(body, material);
  mesh.name = solid.id;
  return mesh;
}

function fill(kit: ReturnType<typeof stage>, view: Schemas['SetViewResult'], shading: Shading) {
  for (const old of kit.scene.children.filter((c) => c.name === 'set')) kit.scene.remove(old);
  const set = new Group();
  set.name = 'set';
  const bands = bandColours();
  for (const solid of view.solids) if (solid.triangles.length) set.add(meshOf(solid, shading, bands));
  kit.scene.add(set);
  const sorts = new Map(view.solids.map((solid) => [solid.id, solid.sort]));
  if (!kit.looked) {
    // from the side where the modifier does not stand before the subject
    const box = new Box3().setFromObject(set);
    const own = new Box3();
    for (const mesh of set.children) if (sorts.get(mesh.name) === 'built') own.expandByObject(mesh);
    const side = own.isEmpty() || own.getCenter(new Vector3()).x < 0 ? 1 : -1;
    const size = Math.min(box.getSize(new Vector3()).length(), MOST_SHOWN);
    const middle = Math.max(-2, Math.min(box.getCenter(new Vector3()).z, 2)) * 0.7;
    kit.controls.target.set(0, 0.9, middle);
    kit.camera.position.set(0.55 * size * side, 0.9 + 0.44 * size, middle + 0.82 * size);
    kit.controls.update();
    kit.looked = true;
  }
  kit.draw();
}

export default function View3d({ document: now }: { document: Shoot }) {
  const t = usePlaceWords();
  const document = useSettled(now, SETTLE_MS);
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const built = useRef<ReturnType<typeof stage> | null>(null);
  const [failed, setFailed] = useState(false);
  const [shading, setShading] = useState<Shading>('light');
  const [large, setLarge] = useState(false);
  const plain = useQuery(setViewQuery(document, false));
  const lit = useQuery({ ...setViewQuery(document, true), enabled: shading !== 'plain' });
  const wanted = shading === 'plain' ? plain.data : (lit.data ?? plain.data);

  useEffect(() => {
    if (!canvas.current || !frame.current) return;
    let kit: ReturnType<typeof stage>;
    try {
      kit = stage(canvas.current);
    } catch {
      setFailed(true);
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

  useEffect(() => {
    if (built.current && wanted) fill(built.current, wanted, shading);
  }, [wanted, shading]);

  useEffect(() => {
    if (!large) return;
    const leave = (e: KeyboardEvent) => {
      if (e.key === 'Escape') setLarge(false);
    };
    globalThis.addEventListener('keydown', leave);
    return () => globalThis.removeEventListener('keydown', leave);
  }, [large]);

  const problem = plain.error ?? (shading === 'plain' ? null : lit.error);
  const reading = shading !== 'plain' && (lit.isPending || lit.isPlaceholderData);
  return (
    <div
      ref={frame}
      className={`${css.turnableView}${large ? ` ${css.turnableLarge}` : ''}`}
      data-state={failed ? 'failed' : !wanted ? 'waiting' : reading ? 'reading' : 'shown'}
    >
      <canvas ref={canvas} role="img" aria-label={t('place-the-set-in-three-dimensions')} />
      <div className={css.turnableBar}>
        <Segmented<Shading>
          size="small"
          aria-label={t('place-how-the-set-is-shown')}
          options={SHADINGS}
          value={shading}
          onChange={setShading}
        />
        <button
          type="button"
          className="icon-button"
          aria-label={t(large ? 'place-set-smaller' : 'place-set-larger')}
          title={t(large ? 'place-set-smaller' : 'place-set-larger')}
          aria-pressed={large}
          onClick={() => setLarge(!large)}
        >
          {large ? <CompressOutlined /> : <ExpandOutlined />}
        </button>
        {shading === 'stops' ? (
          <ol className={css.bandKey} aria-label={t('place-stops-from-the-key')}>
            {LIGHT_LEVELS.map((level, i) => (
              <li key={level.label} className={`glow-${i}`}>
                {level.label}
              </li>
            ))}
          </ol>
        ) : null}
      </div>
      {!wanted && !problem ? <span className="picture-progress">{t('place-building-it')}</span> : null}
      {wanted && reading && !problem ? (
        <span className="picture-progress">{t('place-reading-the-light-2')}</span>
      ) : null}
      {problem ? (
        <p className="picture-problem" role="alert">
          {problem.message}
        </p>
      ) : null}
      {failed ? <p className="picture-problem">{t('place-this-browser-shows-nothing-in')}</p> : null}
    </div>
  );
}
