/** A block as a STEP file: a faceted solid with its product around it, in millimetres. */
export function stepBlock(x: number, y: number, z: number): string {
  const lines: string[] = [];
  const add = (entity: string) => `#${lines.push(entity)}`;
  const list = (refs: string[]) => `(${refs.join(',')})`;
  const point = (p: readonly number[]) => add(`CARTESIAN_POINT('',(${p.map((v) => v.toFixed(6)).join(',')}))`);
  const direction = (d: readonly number[]) => add(`DIRECTION('',(${d.map((v) => v.toFixed(1)).join(',')}))`);
  const axes = (at: readonly number[], up: readonly number[], along: readonly number[]) =>
    add(`AXIS2_PLACEMENT_3D('',${point(at)},${direction(up)},${direction(along)})`);

  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [i & 1 ? x : 0, i & 2 ? y : 0, i & 4 ? z : 0] as const);
  const points = corners.map(point);
  const face = (loop: number[], normal: number[], along: number[]) => {
    const outer = add(`FACE_OUTER_BOUND('',${add(`POLY_LOOP('',${list(loop.map((i) => points[i]!))})`)},.T.)`);
    return add(`FACE_SURFACE('',(${outer}),${add(`PLANE('',${axes(corners[loop[0]!]!, normal, along)})`)},.T.)`);
  };
  const shell = add(
    `CLOSED_SHELL('',${list([
      face([0, 2, 3, 1], [0, 0, -1], [1, 0, 0]),
      face([4, 5, 7, 6], [0, 0, 1], [1, 0, 0]),
      face([0, 1, 5, 4], [0, -1, 0], [1, 0, 0]),
      face([2, 6, 7, 3], [0, 1, 0], [1, 0, 0]),
      face([0, 4, 6, 2], [-1, 0, 0], [0, 1, 0]),
      face([1, 3, 7, 5], [1, 0, 0], [0, 1, 0]),
    ])})`,
  );
  const solid = add(`FACETED_BREP('block',${shell})`);
  const length = add('(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))');
  const angle = add('(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))');
  const solidAngle = add('(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())');
  const accuracy = add(
    `UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(1.E-06),${length},'distance_accuracy_value','edge curve and vertex point accuracy')`,
  );
  const context = add(
    `(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((${accuracy}))GLOBAL_UNIT_ASSIGNED_CONTEXT((${length},${angle},${solidAngle}))REPRESENTATION_CONTEXT('',''))`,
  );
  const shape = add(
    `FACETED_BREP_SHAPE_REPRESENTATION('block',(${solid},${axes([0, 0, 0], [0, 0, 1], [1, 0, 0])}),${context})`,
  );
  const application = add("APPLICATION_CONTEXT('automotive design')");
  const product = add(`PRODUCT('block','block','',(${add(`PRODUCT_CONTEXT('',${application},'mechanical')`)}))`);
  const formation = add(`PRODUCT_DEFINITION_FORMATION('','',${product})`);
  const definition = add(
    `PRODUCT_DEFINITION('design','',${formation},${add(`PRODUCT_DEFINITION_CONTEXT('part definition',${application},'design')`)})`,
  );
  add(`SHAPE_DEFINITION_REPRESENTATION(${add(`PRODUCT_DEFINITION_SHAPE('','',${definition})`)},${shape})`);
  return `ISO-10303-21;
HEADER;
FILE_DESCRIPTION((''),'2;1');
FILE_NAME('block.step','2026-01-01T00:00:00',(''),(''),'','','');
FILE_SCHEMA(('AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'));
ENDSEC;
DATA;
${lines.map((entity, i) => `#${i + 1}=${entity};`).join('\n')}
ENDSEC;
END-ISO-10303-21;
`;
}
