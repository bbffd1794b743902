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
                         campione punto ponto lfd],
          "force" => %w[force load kraft last zugkraft charge effort fuerza carga forza carico tension zug kracht main
                        pull cell f belastung siła voima kraften trekkracht],
          "displacement" => %w[displacement disp travel weg extension ext stroke position pos déplacement deplacement
                               course allongement desplazamiento carrera spostamento corsa crosshead elongation dehnung
                               verlängerung verlaengerung verfahrweg traverse traversenweg way x gap deformation
                               verplaatsing weg1 hub slag skok väg recorrido curso],
          "torque" => %w[torque drehmoment moment couple par coppia koppel],
          "angle" => %w[angle winkel drehwinkel angolo ángulo angulo rotation hoek],
          "pressure" => %w[pressure druck pression presión presion pressione druk],
          "temperature" => %w[temp temperature temperatur température temperatura]
        }.freeze
        # Parts of compound words, and of the forms that a word takes.
        STEMS = {
          "sample" => /punkt\z|punt\z|próbka|próbki|muestra|amostra|échantil|avläsn/,
          "other" => /batter|bater|\Abatt\z|\Aaccu(?:span|\z)|akku|batteri|voltage|versorgung|supply/,
          "torque" => /moment\z|torsi|binário/,
          "temperature" => /temperat/,
          "force" => /kraft|kracht|zell|cell\z|cella\z|cel\z|cellul|célul|celul|trazion|trakcj|tracci|traçã|traction|
                      vetovoim|
                      belast|obciąż|czujnik|aufnehmer|zugkr|siły|sil[ay]|fuerz|forç|forz|effort/x,
          "displacement" => /verschieb|förskjut|alonga|weg\z|\Apullout\z|
                             längning|längnung|verläng|verleng|extens|allonge|alarga|allunga|deplac|déplac|
                             desloc|desplaz|spost|verplaats|kolbenweg|slaglängd|\Aslag\z|wydłuż|przemieszcz|droga/x,
          "time" => /zeit|tijd\z|\Atid|tid\z|dur[ée]e|dauer\z|tempo|temps|tiempo|czas/,
          "angle" => /winkel|hoek\z|vinkel|ângulo|angol|kąt/
        }.freeze
        ROW_NUMBER = /\A\s*(?:(?:no\.?|nr\.?)?\s*#|(?:reading|row|sample|point)s?\s+no\.?)\s*\z/i
        PULLED_OUT = /pull[- ]?out/i # how far; the force of it is called so, or has its unit
        # Words that tell the main force from the others beside it.
        MAIN = %w[main total sum gesamt haupt principal principale load force kraft].freeze
        WHOLE = /gesamt|total|całkow|yhteis|samlad|haupt|huvud|hoofd|main|princip|główn|summe/
        # One of several that share the load.
        SIDE = /\b(?:leg|strang|brin|bein|been|ben|gamba|pierna|perna|noga|ramal|cięgno|odnoga|hanka|lina)\b/
        CONTROL = /kontroll|control|check|zweit|second|andra|tweede|drug|référ|refer|vergleich|auxil/
        PART = /\A(?:leg|ch|channel|kanal|voie|canal|cell|strang|brin|bein|side|part)\b/i

        module_function

        # @param header [String]
        # @return [String, nil] role
        def role(header)
          return "sample" if header.to_s.match?(ROW_NUMBER)

          words = words_of(header.to_s.gsub(PULLED_OUT, "pullout"))
          leading = WORDS.find { |_, known| known.include?(words.first) }&.first
          return "other" if [nil, "force"].include?(leading) && stem?(words, STEMS["other"])

          leading || inside(words) || STEMS.find { |_, stem| stem?(words, stem) }&.first
        end

        # Compounds in one word are parted at their capitals.
        def words_of(header) = header.to_s.gsub(/(?<=[[:lower:]])(?=[[:upper:]])/, " ").downcase.scan(/[[:alpha:]]+/)
        private_class_method :words_of

        def inside(words) = WORDS.find { |_, known| words.intersect?(known.reject { |w| w.size < 3 }) }&.first
        private_class_method :inside

        def stem?(words, stem) = words.any? { |word| stem.match?(word) }
        private_class_method :stem?

        def main?(header)
          text = header.to_s.strip.downcase
          words = text.scan(/[[:alpha:]]+/)
          (words.intersect?(MAIN) || WHOLE.match?(text)) && !PART.match?(text) && !CONTROL.match?(text)
        end

        # @return [Boolean] whether it is named as a part of the whole, or as one that is held beside it
        def beside?(header) = [CONTROL, PART, SIDE].any? { |words| words.match?(header.to_s.strip.downcase) }
      end
    end
  end
end
