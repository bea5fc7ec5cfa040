# Pages by Prawn: with_prawn.rb FOLDER
require "prawn"

Prawn::Fonts::AFM.hide_m17n_warning = true
sans = "/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf"
{ "own" => "Helvetica", "embedded" => sans }.each do |name, font|
  Prawn::Document.generate("#{ARGV[0]}/prawn-#{name}.pdf", page_size: "A3", page_layout: :landscape, margin: 0) do
    font(font)
    40.times do |i|
      self.line_width = 0.3 + i * 0.05
      stroke_line [60, 60 + i * 14], [500, 80 + i * 15]
    end
    dash([12, 3, 2, 3])
    stroke_rectangle [560, 700], 400, 300
    undash
    stroke_circle [760, 220], 90
    fill_color "c08040"
    transparent(0.4) { fill_polygon [600, 100], [900, 150], [800, 350] }
    fill_color "000000"
    12.times { |i| draw_text "Room #{i} 3600", at: [580, 420 + i * 20], size: 6 + i }
    draw_text "turned", at: [300, 400], size: 14, rotate: 30
    rotate(20, origin: [700, 600]) { stroke_rectangle [650, 650], 120, 60 }
  end
end
