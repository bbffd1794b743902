# frozen_string_literal: true

module MildAnvil
  module Web
    # The file, or the draft of one, and the choices of a multipart request.
    module Upload
      # @return [Array(String, Devices::Delimited::Source, Hash)] name, file, choices
      def upload
        file = uploaded
        check_size!(file[:tempfile].size)
        [Upload.name_of(file), Actions::FileChoices.source(file[:tempfile]), choices_given]
      end

      # Names come as bytes; those of any script are kept.
      def self.name_of(file)
        name = file[:filename].to_s.dup.force_encoding(Encoding::UTF_8).scrub("?").gsub(%r{[/\\\0]}, "_")
        name.delete_suffix(".gz")[0, 200]
      end

      # @return [Hash] filename, tempfile
      def uploaded
        file = params[:file]
        unless file.is_a?(Hash) && file[:tempfile].respond_to?(:read) # not fields that are named like its parts
          raise InvalidInput.new("a file is needed",
                                 fields: { file: "is missing" })
        end

        file
      end

      def choices_given
        given = PlainValues.sound!(JSON.parse(field(:choices).then { |text| text.empty? ? "{}" : text }))
        Violations.check!(Description.shared.schema("Choices"), given)
        PlainValues.of(given)
      rescue JSON::ParserError
        raise InvalidInput.new("choices must be JSON", fields: { choices: "is no JSON" })
      end

      # @param need [String] what the choices must hold, in words
      # @yieldparam given [Hash]; @yieldreturn [Boolean] whether they do
      # @return [Hash] the choices beside a file, string keys
      def choices_with(need)
        given = JSON.parse(field(:choices))
        return given if given.is_a?(Hash) && yield(given)

        raise InvalidInput.new("Say what is chosen: #{need}", fields: { choices: "need #{need}" })
      rescue JSON::ParserError
        raise InvalidInput.new("choices must be JSON", fields: { choices: "is no JSON" })
      end

      # @return [Hash] what a file belongs to: one of lot_id, specimen_id, pull_id, instrument_id
      def target_given
        given = JSON.parse(field(:target).then { |text| text.empty? ? "{}" : text })
        sound = given.is_a?(Hash) && given.all? { |key, id| key.end_with?("_id") && id.is_a?(Integer) && id.positive? }
        raise InvalidInput.new("Say what the file belongs to", fields: { target: "is no such thing" }) unless sound

        given.transform_keys(&:to_sym)
      rescue JSON::ParserError
        raise InvalidInput.new("target must be JSON", fields: { target: "is no JSON" })
      end

      # @return [Integer, nil]
      def draft_id
        text = field(:draft_id)
        return if text.empty?

        CheckedRequest::ID.match?(text) ? text.to_i : raise(NotFound.new("“#{text[0, 40]}” is no draft", id: text))
      end

      # A field beside a file; "" where it is missing.
      # @return [String] UTF-8, without NUL
      # @raise [InvalidInput] for what is no text, or several
      def field(name)
        text = params[name] || ""
        text = text.dup.force_encoding(Encoding::UTF_8) if text.is_a?(String)
        return text.delete("\0") if text.is_a?(String) && text.valid_encoding?

        raise InvalidInput.new("#{name} must be one text", fields: { name => "must be one text" })
      end

      private

      def check_size!(size)
        largest = Actions::FileChoices::MAX_BYTES
        return if size <= largest

        raise InvalidInput.new("The file has #{size / 1024 / 1024} MB; up to #{largest / 1024 / 1024} MB are read at " \
                               "once. Split it, or " \
                               "log at a lower rate", fields: { file: "is too large" })
      end
    end
  end
end
