/** What can hurt, each to be read and ticked before the step it gates. */
export const cautions = {
  'caution.hot-water': 'Hot water scalds: use cold for this, or let it cool.',
  'caution.live-water':
    'Water and mains together: keep the hose end away from outlets and the machine’s electrics.',
  'caution.flood':
    'This hose end drains whatever is in the tub: have a container under it that holds it all, or a floor drain.',
  'caution.two-people': 'One holds the hose, one watches the water and the plug.',
  'caution.hot-pump': 'A pump that ran for minutes can be too hot to touch.',
  'caution.pump-dry': 'Never run the pump dry: stop as it draws air.',
  'caution.flood-residue': 'A couple of cups stay in pump and hoses: pinch the hoses, tray and towel under.',
  'caution.sharp-edges': 'Sheet metal cuts: gloves on.',
  'caution.two-tip':
    'Two people tip it, about 45° back against a wall, and it stands stable before anyone reaches in.',
  'caution.counterweight': 'Concrete counterweights are lifted by two.',
  'caution.live-probes': 'Insulated probes, one hand, dry floor and dry hands.',
  'caution.live-touch': 'Nobody touches metal; lid or door closed.',
  'caution.live-only-while': 'Mains on only while measuring: unplug again before anything is moved.',
} as const
