/** The only place with colours. Day: workshop paper. Night: the bench after dark. */
export const day = {
  ground: '#F5F2EC',
  sheet: '#FBF9F5',
  ink: '#22262B',
  faint: '#5C6168',
  hairline: '#D8D2C6',
  acting: '#0E5A61',
  onActing: '#FFFFFF',
  attention: '#B9482F',
  risk: '#85590A',
  part: '#DDD9CF',
  edge: '#4A4F55',
  lines: ['#0E5A61', '#B9482F', '#85590A', '#5B4A86', '#3F6B2A', '#7A3B5E', '#2F5E9E', '#6A6F76'],
};

export const night: typeof day = {
  ground: '#16191C',
  sheet: '#1E2226',
  ink: '#ECE7DD',
  faint: '#A4A9AE',
  hairline: '#3A3F45',
  acting: '#6CC3C7',
  onActing: '#0B1F21',
  attention: '#F0937A',
  risk: '#E0B45C',
  part: '#8E9398',
  edge: '#16191C',
  lines: ['#6CC3C7', '#F0937A', '#E0B45C', '#B7A6E6', '#9CCB85', '#E19DC4', '#8FB8F0', '#A4A9AE'],
};
