# Writes scenes with Prawn: standard fonts, strings as arrays of kerned pieces.
require "json"
require "prawn"

Prawn::Fonts::AFM.hide_m17n_warning = true
PT = 72 / 25.4
FONTS = { "sans" => ["Helvetica", 0.718], "serif" => ["Times-Roman", 0.662], "mono" => ["Courier", 0.562] }.freeze

def torn(text, how)
  return [text] if how == "whole"

  how == "letters" ? text.chars : text.scan(/\S+\s*/)
end

def outline(pdf, points, closed)
  points.each_with_index { |(x, y), i| i.zero? ? pdf.move_to(x * PT, y * PT) : pdf.line_to(x * PT, y * PT) }
  pdf.close_path if closed
end

def arc(pdf, mark)
  steps = 8
  step = (mark["to"] - mark["from"]) * Math::PI / 180 / steps
  radius = mark["radius"] * PT
  x, y = mark["at"].map { |each| each * PT }
  reach = radius * 4 / 3 * Math.tan(step / 4)
  (0...steps).each do |i|
    a = mark["from"] * Math::PI / 180 + i * step
    b = a + step
    from = [x + radius * Math.cos(a), y + radius * Math.sin(a)]
    to = [x + radius * Math.cos(b), y + radius * Math.sin(b)]
    pdf.move_to(from) if i.zero?
    pdf.curve_to(to, bounds: [[from[0] - reach * Math.sin(a), from[1] + reach * Math.cos(a)],
                              [to[0] + reach * Math.sin(b), to[1] - reach * Math.cos(b)]])
  end
  pdf.stroke
end

def lettering(pdf, mark, share)
  size = mark["height"] / share * PT
  wide = ->(part) { pdf.width_of(part, size: size) }
  whole = wide.call(mark["text"])
  x, y = mark["at"].map { |each| each * PT }
  pdf.rotate(mark["angle"], origin: [x, y]) do
    along = { "left" => 0, "middle" => -whole / 2, "right" => -whole }[mark["align"]]
    torn(mark["text"], mark["torn"]).each do |part|
      pdf.draw_text(part, at: [x + along, y], size: size) unless part.strip.empty?
      along += wide.call(part)
    end
  end
end

JSON.parse(File.read(ARGV[0])).each do |scene|
  size = [scene["widthMm"] * PT, scene["heightMm"] * PT]
  Prawn::Document.generate(scene["path"], page_size: size, margin: 0) do |pdf|
    name, share = FONTS[scene["font"]]
    pdf.font(name)
    scene["marks"].each do |mark|
      pdf.stroke_color("000000")
      pdf.fill_color("000000")
      case mark["kind"]
      when "line"
        pdf.line_width(mark["width"] * PT)
        if mark["dash"].empty?
          pdf.undash
        else
          pdf.dash(mark["dash"].map { |each| each * PT })
        end
        outline(pdf, mark["points"], mark["closed"])
        pdf.stroke
      when "area"
        pdf.fill_color("FFFFFF") if mark["grey"] == 1
        outline(pdf, mark["points"], true)
        pdf.fill
      when "circle"
        pdf.undash
        pdf.line_width(mark["width"] * PT)
        centre = mark["at"].map { |each| each * PT }
        mark["fill"].nil? ? pdf.stroke_circle(centre, mark["radius"] * PT) : pdf.fill_circle(centre, mark["radius"] * PT)
      when "arc"
        pdf.undash
        pdf.line_width(mark["width"] * PT)
        arc(pdf, mark)
      else
        lettering(pdf, mark, share)
      end
    end
  end
end
