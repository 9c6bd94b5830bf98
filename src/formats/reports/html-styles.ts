const hatch = (angle: number, gap: number) =>
  `background-image:repeating-linear-gradient(${angle}deg,#2f4a6d59 0 1px,transparent 1px ${gap}px)`;

/** How the page looks; its hatching stays on paper. */
export const HTML_STYLES = `
:root{color-scheme:light}
body{font:15px/1.5 "Source Sans 3","Segoe UI",Arial,sans-serif;color:#1c2230;background:#fffefb;max-width:1100px;
margin:32px auto;padding:0 24px;font-variant-numeric:tabular-nums}
h1,h2,blockquote{font-family:"Source Serif 4",Georgia,serif;font-weight:600}
h1{font-size:28px}h2{font-size:20px;margin-top:44px}h3{font-size:15px;color:#5b6272}
a{color:#0b5f6b}
dl{display:grid;grid-template-columns:auto 1fr;gap:2px 16px;margin:8px 0}dt{color:#5b6272}dd{margin:0}
.wide{overflow-x:auto}
table{border-collapse:collapse;margin:10px 0}
th,td{padding:2px 10px;text-align:right;vertical-align:top}
tbody .begins>*{border-top:1px solid #d9d6cc}tbody{border-bottom:1px solid #1c2230}
thead th{border-bottom:1px solid #1c2230;vertical-align:bottom}
th[scope=row],th[scope=rowgroup]{text-align:left;font-weight:400}
thead th[scope=colgroup]{text-align:center}thead .corner,.text{text-align:left}nav p{margin:4px 0}
.figure{color:#5b6272}
tbody .within1{padding-left:28px}tbody .within2{padding-left:46px}tbody .within3{padding-left:64px}
.base,.methods{color:#5b6272;font-size:14px;max-width:86ch}
.small{color:#a8480a;font-weight:700}
.reading{border-left:3px solid #0b5f6b;padding-left:14px;margin:16px 0}
.reading blockquote{margin:0 0 6px;font-weight:400;font-size:17px;max-width:74ch}
figure{margin:14px 0}figure img{max-width:100%;height:auto}
.note{max-width:74ch;white-space:pre-wrap}
.more1{${hatch(-45, 7)}}.more2{${hatch(-45, 4)}}.fewer1{${hatch(45, 7)}}.fewer2{${hatch(45, 4)}}
.key span{display:inline-block;width:26px;height:13px;margin:0 4px;border:1px solid #d9d6cc;vertical-align:-2px}
td,.key span{-webkit-print-color-adjust:exact;print-color-adjust:exact}
.unseen{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}
@media print{body{margin:0;max-width:none}section,tr,figure{break-inside:avoid}thead{display:table-header-group}}
`;
