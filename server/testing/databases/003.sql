-- A store as the program left it whose newest migration was 003.
BEGIN TRANSACTION;
CREATE TABLE assets (
  sha256 text primary key,
  kind text not null check (kind in ('plate', 'matte', 'front', 'face')),
  name text not null,
  mime text not null,
  bytes integer not null,
  -- px; null for faces
  width integer,
  height integer,
  channels integer,
  -- 1 for what ships with the program
  shipped integer not null default 0,
  created_at integer not null
) strict;
INSERT INTO "assets" VALUES('1111111111111111111111111111111111111111111111111111111111111111','plate','jar','image/jpeg',1000,1800,1200,3,1,1700000000000);
INSERT INTO "assets" VALUES('2222222222222222222222222222222222222222222222222222222222222222','face','Bowlby One','font/ttf',500,NULL,NULL,NULL,1,1700000000000);
INSERT INTO "assets" VALUES('3333333333333333333333333333333333333333333333333333333333333333','front','edge','image/png',50,1800,1200,4,0,1700000000000);
CREATE TABLE faces (
  sha256 text primary key references assets (sha256) on delete cascade,
  facts text not null
) strict;
INSERT INTO "faces" VALUES('2222222222222222222222222222222222222222222222222222222222222222','{"family":"Bowlby One"}');
CREATE TABLE history (
  piece_id text not null references pieces (id) on delete cascade,
  place integer not null,
  label text not null,
  patches text not null,
  inverse text not null,
  made_at integer not null,
  primary key (piece_id, place)
) strict;
INSERT INTO "history" VALUES('piece-v3',0,'Name it','[]','[]',1700000000000);
INSERT INTO "history" VALUES('piece-v4',0,'Name it','[]','[]',1700000000000);
CREATE TABLE pieces (
  id text primary key,
  name text not null,
  body text not null,
  version integer not null,
  -- how many entries of its history are in force; those beyond can be redone
  history_at integer not null default 0,
  created_at integer not null,
  updated_at integer not null,
  deleted_at integer
) strict;
INSERT INTO "pieces" VALUES('piece-v3','From version 3','{"format": "inky-veil/piece", "version": 3, "name": "From version 3", "sheet": {"width": 1800, "height": 1200, "ppi": 200, "paint": "#ffffff"}, "assets": {"jar": {"kind": "plate", "name": "jar", "sha256": "1111111111111111111111111111111111111111111111111111111111111111"}, "bowlby-one": {"kind": "face", "name": "Bowlby One", "sha256": "2222222222222222222222222222222222222222222222222222222222222222"}}, "plates": [{"id": "plate-1", "name": "jar", "asset": "jar", "scale": 1, "x": 0, "y": 0}], "letterings": [{"id": "lettering-1", "name": "RAKU", "words": {"text": "RAKU", "upperCase": false, "face": "bowlby-one", "fallbacks": [], "axes": {}, "features": {}, "size": 520, "leading": 0.9, "leadings": [], "tracking": 0.005, "alignment": "centre", "lockup": {"kind": "lines"}, "letters": [], "shape": null}, "stance": {"x": 900, "y": 790, "rotation": 0, "scale": 1, "flipAcross": false, "flipDown": false, "pivot": null, "bend": null, "perspective": null, "echoes": []}, "ink": {"coats": [{"kind": "solid", "colour": "#7a3b22", "opacity": 1}]}}], "guides": [], "slopes": [], "veils": [{"id": "veil-1", "name": "jar", "plate": "plate-1", "cuts": [{"kind": "trace", "joining": "add", "contours": [{"closed": true, "points": [{"x": 857, "y": 582, "to": "edge", "via": [[855.31, 582.62], [854.81, 585.47], [855.29, 587.45], [858.66, 593.2], [863.08, 599.37], [870.6, 612.25], [873.04, 617.24], [874.23, 620.75], [875.32, 625.29], [875.59, 629.18], [876.41, 632.84], [876.44, 636.78], [875.44, 643.35], [875.42, 644.27]]}, {"x": 876, "y": 645, "to": "edge", "via": [[875.33, 645.09], [874.93, 645.71], [873.36, 650.9], [871.41, 655.1], [868.02, 660.69], [863.6, 666.06], [853.34, 675.54], [850.27, 677.79], [838.62, 688.3], [834.82, 691.2], [824.4, 701.81], [823.9, 702.53]]}, {"x": 825, "y": 703, "to": "edge", "via": [[824.16, 702.61], [822.61, 703.5], [813.37, 712.58], [810.21, 715.08], [804.58, 720.76], [802.08, 723.92], [790.08, 735.95], [787.19, 739.75], [782.37, 744.76], [778.18, 750.02], [773.5, 757.08], [768.08, 766.84], [763.13, 776.78]]}, {"x": 762, "y": 780, "to": "edge", "via": [[759.09, 786.92], [756.1, 795.68], [755.68, 799.86], [753.76, 803.88], [750.79, 815.66], [750.38, 819.48], [748.6, 826.75], [747.4, 836.25], [746.58, 839.91], [746.44, 851.85], [745.53, 856.48], [745.59, 859.2]]}, {"x": 746, "y": 860, "to": "edge", "via": [[745.54, 862.93], [745.53, 866.92], [746.47, 870.92], [747.11, 884.38], [748.33, 889.04], [748.78, 893.62], [749.82, 897.23], [751.41, 906.55]]}, {"x": 761, "y": 939, "to": "edge", "via": [[761.74, 939.87], [767, 954.67], [772.13, 966.55], [773.17, 970.04], [775.05, 973.31], [775.8, 975.95], [777.84, 980.28], [779.9, 983.44], [781.92, 988.45], [787.53, 997.14], [789.68, 1001.24], [791.93, 1004.32], [793.27, 1007.37]]}, {"x": 793, "y": 1008, "to": "edge", "via": [[794.06, 1008.38], [795.34, 1009.89], [797.02, 1013.45], [801.55, 1020.47], [804.95, 1025.09], [807.26, 1029.09], [812.48, 1036.11], [818.7, 1040.44], [822.95, 1044.62], [832.83, 1053.12], [837.74, 1058.42], [837.54, 1060.5], [834.27, 1064.26], [832.42, 1068.21], [831.85, 1068.82]]}, {"x": 831, "y": 1069, "to": "edge", "via": [[830.61, 1071.9], [831.59, 1074.47], [835.23, 1077.58], [839.72, 1079.36], [840.92, 1080.92], [840.68, 1082.99], [839.71, 1084.81], [837.88, 1085.63], [836.89, 1085.64]]}, {"x": 836, "y": 1085, "to": "edge", "via": [[837.47, 1082.26], [840.9, 1082.53], [843.11, 1083.23], [845.61, 1081.92], [846.79, 1081.86], [855.29, 1084.34], [863.56, 1085.51], [871.11, 1087.28], [875.99, 1087.58], [879.65, 1088.4], [886.59, 1088.54], [891.99, 1089.45], [898.86, 1089.56], [903.47, 1090.47], [912.36, 1090.53], [918.28, 1091.39], [932.95, 1091.53], [936.95, 1092.47], [942.9, 1092.45]]}, {"x": 945, "y": 1092, "to": "edge", "via": [[945.38, 1095.16], [947.02, 1095.39], [958.09, 1095.47], [962.09, 1094.53], [972.09, 1094.5], [985.76, 1095.48], [997.68, 1095.53], [1001.68, 1096.47], [1036.68, 1096.5], [1043.68, 1097.47], [1053.82, 1097.39], [1055.71, 1096.45], [1056.23, 1095.52], [1056.49, 1093.37], [1056.33, 1083.22], [1055.19, 1078.65]]}, {"x": 1054, "y": 1078, "to": "edge", "via": [[1052.57, 1075.19], [1054.37, 1073.29], [1055.26, 1068.4]]}, {"x": 1060, "y": 1060, "to": "edge", "via": [[1067.91, 1049.74], [1069.11, 1047.23], [1072.07, 1043.46], [1073.51, 1040.06], [1076.33, 1036.22], [1079.39, 1030.6], [1082.49, 1026.91], [1087.88, 1018.98], [1089.48, 1015.67], [1093.13, 1011.07], [1097.63, 1003.01], [1102.28, 995.89], [1103.93, 991.57], [1106.29, 988.69]]}, {"x": 1107, "y": 987, "to": "edge", "via": [[1109.74, 981.97], [1112.17, 976.14], [1114.65, 972.17], [1116.21, 966.76], [1118.29, 962.67], [1122.75, 950.52], [1124.59, 947.27], [1125.94, 941.8], [1132.58, 923.6], [1135.58, 910.59]]}, {"x": 1136, "y": 910, "to": "edge", "via": [[1135.94, 908.94], [1137.3, 904.71], [1138.24, 898.99], [1139.32, 895.51], [1139.69, 891.86], [1140.47, 888.86], [1141.08, 881.96], [1142.47, 876.3], [1142.47, 846.28], [1141.53, 842.28], [1141.34, 835.28], [1140.7, 831.6]]}, {"x": 1140, "y": 830, "to": "edge", "via": [[1139.31, 823.22], [1137.86, 818.69], [1137.25, 813.96], [1134.92, 806.93], [1131.13, 792.73], [1129.14, 788.55], [1128.25, 784.86], [1126.45, 781.61], [1123.63, 773.78], [1117.31, 761.4], [1112.3, 753.53], [1109.72, 750.49], [1107.07, 746.51], [1105.89, 745.19]]}, {"x": 1105, "y": 745, "to": "edge", "via": [[1104.96, 744.23], [1100.34, 738.34], [1054.38, 692.39]]}, {"x": 1050, "y": 689, "to": "edge", "via": [[1036.97, 677], [1033.16, 674.12], [1022.02, 662.76], [1018.63, 658.16], [1015.3, 651.55], [1012.87, 644.55]]}, {"x": 1012, "y": 640, "to": "edge", "via": [[1012.23, 638.24], [1011.53, 633.63], [1012.72, 625.13], [1014.69, 618.94], [1018.03, 611.33], [1031.81, 589.78], [1033.57, 588.36], [1034.64, 588.19], [1035.61, 588.31]]}, {"x": 1036, "y": 590, "to": "straight", "via": []}, {"x": 1033, "y": 580, "to": "straight", "via": []}, {"x": 945, "y": 576, "to": "straight", "via": []}, {"x": 858, "y": 579, "to": "straight", "via": []}]}]}], "fine": null, "softness": null, "feather": 1.6, "strokes": []}], "weave": [], "depth": ["lettering-1", "veil-1"]}',3,1,1700000000000,1700000000003,NULL);
INSERT INTO "pieces" VALUES('piece-v4','From version 4','{"format": "inky-veil/piece", "version": 4, "name": "From version 4", "sheet": {"width": 3900, "height": 5700, "ppi": 300, "paint": "#e3d3ad"}, "assets": {"bowlby-one": {"kind": "face", "name": "Bowlby One", "sha256": "1111111111111111111111111111111111111111111111111111111111111111"}, "dune": {"kind": "plate", "name": "dune", "sha256": "2222222222222222222222222222222222222222222222222222222222222222"}}, "plates": [], "letterings": [{"id": "lettering-1", "name": "Lockup", "words": {"text": "Kiln\n& Kite\nRaku\nAmbershaw\nfired aloft\nin one week", "upperCase": true, "face": "bowlby-one", "fallbacks": [], "axes": {}, "features": {}, "size": 800, "leading": 0.9, "leadings": [], "tracking": 0, "alignment": "centre", "lockup": {"kind": "one-width", "width": 3300, "gap": 0.025}, "letters": [], "shape": null}, "stance": {"x": 1950, "y": 2850, "rotation": 0, "scale": 1, "flipAcross": false, "flipDown": false, "pivot": null, "bend": null, "perspective": null, "echoes": []}, "ink": {"coats": [{"kind": "solid", "colour": "#8c3f2b", "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}, {"kind": "picture", "asset": "dune", "span": "word", "fit": "cover", "scale": 1, "x": 0, "y": 0, "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}]}}], "guides": [], "slopes": [], "veils": [], "weave": [], "depth": ["lettering-1"]}',3,1,1700000000000,1700000000004,NULL);
COMMIT;
pragma user_version = 3;
