# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Words that loggers put above their columns, in several languages, by what they mean.
      module Vocabulary
        WORDS = {
          "time" => %w[time t zeit uhrzeit temps heure tiempo hora tempo tid tijd elapsed timestamp clock datum date
                       datetime seconds czas aika],
          "sample" => %w[sample samples index nr no n count scan punkt point messpunkt messwert row id muestra
                         campione],
          "force" => %w[force load kraft last zugkraft charge effort fuerza carga forza carico tension zug kracht main
                        pull cell f belastung siła voima kraften trekkracht],
          "displacement" => %w[displacement disp travel weg extension ext stroke position pos déplacement deplacement
                               course allongement desplazamiento carrera spostamento corsa crosshead elongation dehnung
                               verlängerung verlaengerung verfahrweg traverse traversenweg way x gap deformation
                               verplaatsing weg1],
          "torque" => %w[torque drehmoment moment couple par coppia koppel],
          "angle" => %w[angle winkel drehwinkel angolo ángulo angulo rotation hoek],
          "pressure" => %w[pressure druck pression presión presion pressione druk],
          "temperature" => %w[temp temperature temperatur température temperatura]
        }.freeze
        # Words that tell the main force from the others beside it.
        MAIN = %w[main total sum gesamt haupt principal principale load force kraft].freeze
        PART = /\A(?:leg|ch|channel|kanal|voie|canal|cell|strang|brin|bein|side|part)\b/i

        module_function

        # @param header [String]
        # @return [String, nil] role
        def role(header)
          words = header.to_s.downcase.scan(/[[:alpha:]]+/)
          leading = WORDS.find { |_, known| known.include?(words.first) }
          inside = leading || WORDS.find { |_, known| words.intersect?(known.reject { |w| w.size < 3 }) }
          inside&.first
        end

        def main?(header)
          header.to_s.downcase.scan(/[[:alpha:]]+/).intersect?(MAIN) && !PART.match?(header.to_s.strip)
        end
      end
    end
  end
end
